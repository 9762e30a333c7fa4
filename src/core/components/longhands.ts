import { lexer } from 'css-tree';
import valueParser from 'postcss-value-parser';

/** The pieces of a value that spaces divide; what stands in brackets is one. */
function splitTop(value: string): string[] {
  const pieces: string[] = [];
  let piece = '';
  for (const node of valueParser(value).nodes) {
    if (node.type === 'space') {
      if (piece !== '') pieces.push(piece);
      piece = '';
    } else if (node.type !== 'comment') piece += valueParser.stringify(node);
  }
  return piece === '' ? pieces : [...pieces, piece];
}
/** Whether a value is of a type of CSS Values, by the grammar of the specifications. */
const isOfType = (type: string, value: string): boolean => lexer.matchType(type, value).error === null;

/** The longhands that tokens can be bound to, of the shorthands pages mostly write; anything else stays as it is. */
export function longhandsOf(property: string, value: string): [string, string][] {
  const pieces = splitTop(value);
  if (property === 'background' && pieces.length === 1 && isOfType('color', value))
    return [['background-color', value]];
  if ((property === 'padding' || property === 'margin') && pieces.length >= 1 && pieces.length <= 4) {
    const [top, right = top, bottom = top, left = right] = pieces as [string, string?, string?, string?];
    if (top === bottom && right === left)
      return top === right
        ? [[property, top]]
        : [
            [`${property}-block`, top],
            [`${property}-inline`, right!],
          ];
    return [
      [`${property}-top`, top],
      [`${property}-right`, right!],
      [`${property}-bottom`, bottom!],
      [`${property}-left`, left!],
    ];
  }
  const side = /^(border(?:-(?:top|right|bottom|left|block|inline)(?:-(?:start|end))?)?|outline)$/.exec(
    property,
  )?.[1];
  if (side !== undefined && pieces.length > 0 && pieces.length <= 3) {
    if (/^(0|0px|none)$/.test(value)) return [[`${side}-style`, 'none']];
    const width = pieces.find((one) => isOfType('line-width', one));
    const style = pieces.find((one) => isOfType('line-style', one));
    const color = pieces.find((one) => one !== width && one !== style);
    return [
      ...(width ? [[`${side}-width`, width] as [string, string]] : []),
      [`${side}-style`, style ?? 'none'],
      ...(color ? [[`${side}-color`, color] as [string, string]] : []),
    ];
  }
  if (
    /^(padding|margin|inset)-(block|inline)$/.test(property) &&
    pieces.length === 2 &&
    pieces[0] !== pieces[1]
  )
    return [
      [`${property}-start`, pieces[0]!],
      [`${property}-end`, pieces[1]!],
    ];
  if (property === 'gap' && pieces.length === 2)
    return pieces[0] === pieces[1]
      ? [['gap', pieces[0]!]]
      : [
          ['row-gap', pieces[0]!],
          ['column-gap', pieces[1]!],
        ];
  if (property === 'font') return fontLonghands(value);
  return [[property, value]];
}

/** Whether a property takes a value, by its grammar. */
const isValueOf = (property: string, value: string): boolean =>
  lexer.matchProperty(property, value).error === null;

/** `600 16px/1.5 Archivo, serif` by its longhands; a system font or a keyword stays as it is. */
function fontLonghands(value: string): [string, string][] {
  const pieces = splitTop(value.replace(/\s*\/\s*/g, '/'));
  const at = pieces.findIndex((piece) => isValueOf('font-size', piece.split('/')[0]!) && !isValueOf('font-weight', piece));
  const family = pieces.slice(at + 1).join(' ');
  if (at < 0 || family === '') return [['font', value]];
  const [size, height] = pieces[at]!.split('/');
  const before = pieces.slice(0, at).filter((piece) => piece !== 'normal');
  const weight = before.find((piece) => isValueOf('font-weight', piece));
  const style = before.find((piece) => /^(italic|oblique)$/.test(piece));
  if (before.some((piece) => piece !== weight && piece !== style)) return [['font', value]];
  return [
    ['font-style', style ?? 'normal'],
    ['font-weight', weight ?? 'normal'],
    ['font-size', size!],
    ...(height === undefined ? [] : [['line-height', height] as [string, string]]),
    ['font-family', family],
  ];
} // prettier-ignore
