import { PADDING_NAMES, plainNumber as n, sameAll, told, type PartCode, type Shade } from './code';

const color = ({ hex, alpha }: Shade): string => {
  const [red, green, blue] = [1, 3, 5].map((at) => n(Number.parseInt(hex.slice(at, at + 2), 16) / 255));
  return `Color(red: ${red}, green: ${green}, blue: ${blue}${alpha < 1 ? `, opacity: ${n(alpha)}` : ''})`;
};
const WEIGHTS = ['ultraLight', 'thin', 'light', 'regular', 'medium', 'semibold', 'bold', 'heavy', 'black'];

export const swift: PartCode = {
  name: 'Swift',
  language: 'swift',
  write(look) {
    const { padding, font, border } = look;
    const lines: string[] = [];
    const stack = look.runs === 'down' ? 'VStack' : 'HStack';
    const content = look.runs
      ? `${stack}(spacing: ${n(look.gap)}) { }${told('//', look.token('gap'))}`
      : 'Text("")';
    if (font) {
      const weight = WEIGHTS[Math.min(8, Math.max(0, Math.round(font.weight / 100) - 1))];
      lines.push(
        `.font(.custom(${JSON.stringify(font.family)}, size: ${n(font.size)}).weight(.${weight}))${told('//', look.token('font'))}`,
      );
      if (font.spacing) lines.push(`.kerning(${n(font.spacing)})`);
    }
    if (look.text) lines.push(`.foregroundStyle(${color(look.text)})${told('//', look.token('color'))}`);
    if (padding.some(Boolean)) {
      const [top, right, bottom, left] = padding.map(n);
      lines.push(
        (sameAll(padding)
          ? `.padding(${top})`
          : `.padding(EdgeInsets(top: ${top}, leading: ${left}, bottom: ${bottom}, trailing: ${right}))`) +
          told('//', ...PADDING_NAMES.map(look.token)),
      );
    }
    if (look.token('min-height'))
      lines.push(`.frame(minHeight: ${n(look.size[1])})${told('//', look.token('min-height'))}`);
    if (look.background)
      lines.push(`.background(${color(look.background)})${told('//', look.token('background-color'))}`);
    if (look.radius)
      lines.push(
        `.clipShape(RoundedRectangle(cornerRadius: ${n(look.radius)}))${told('//', look.token('border-radius'))}`,
      );
    if (border)
      lines.push(
        `.overlay(RoundedRectangle(cornerRadius: ${n(look.radius)}).stroke(${color(border.color)}, lineWidth: ${n(border.width)}))${told('//', look.token('border-color'))}`,
      );
    if (look.opacity < 1) lines.push(`.opacity(${n(look.opacity)})`);
    return `${content}\n${lines.map((line) => `    ${line}\n`).join('')}`;
  },
};
