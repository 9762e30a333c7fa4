import { argb, PADDING_NAMES, plainNumber as n, sameAll, told, type PartCode, type Shade } from './code';

const color = (shade: Shade): string => `Color(0x${argb(shade)})`;
const shape = (radius: number) => (radius ? `RoundedCornerShape(${n(radius)}.dp)` : 'RectangleShape');

export const kotlin: PartCode = {
  name: 'Kotlin',
  language: 'kotlin',
  write(look) {
    const { padding, font, border } = look;
    const lines: string[] = [];
    if (look.token('min-height'))
      lines.push(`.heightIn(min = ${n(look.size[1])}.dp)${told('//', look.token('min-height'))}`);
    if (look.background)
      lines.push(
        `.background(${color(look.background)}, ${shape(look.radius)})${told('//', look.token('background-color'), look.token('border-radius'))}`,
      );
    if (border)
      lines.push(
        `.border(${n(border.width)}.dp, ${color(border.color)}, ${shape(look.radius)})${told('//', look.token('border-color'))}`,
      );
    if (padding.some(Boolean)) {
      const [top, right, bottom, left] = padding.map((side) => `${n(side)}.dp`);
      lines.push(
        (sameAll(padding)
          ? `.padding(${top})`
          : `.padding(start = ${left}, top = ${top}, end = ${right}, bottom = ${bottom})`) +
          told('//', ...PADDING_NAMES.map(look.token)),
      );
    }
    if (look.opacity < 1) lines.push(`.alpha(${n(look.opacity)}f)`);
    const modifier = `val modifier = Modifier\n${lines.map((line) => `    ${line}\n`).join('')}`;
    const style = font
      ? `val style = TextStyle(\n    fontFamily = FontFamily(Font(${JSON.stringify(font.family)})),${told('//', look.token('font'))}\n    fontSize = ${n(font.size)}.sp,\n    fontWeight = FontWeight(${n(font.weight)}),\n` +
        (font.lineHeight ? `    lineHeight = ${n(font.lineHeight)}.sp,\n` : '') +
        (font.spacing ? `    letterSpacing = ${n(font.spacing)}.sp,\n` : '') +
        (look.text ? `    color = ${color(look.text)},${told('//', look.token('color'))}\n` : '') +
        ')\n'
      : '';
    const arrangement = look.runs
      ? `val arrangement = Arrangement.spacedBy(${n(look.gap)}.dp)${told('//', look.token('gap'))}\n`
      : '';
    return modifier + arrangement + style;
  },
};
