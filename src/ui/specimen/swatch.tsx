import type { CSSProperties } from 'react';
import type { CssText } from '@/core/tokens/types/type';
import classes from './specimen.module.css';

const size = (text: string) => {
  const [, number, unit] = /^(-?[\d.]+)(px|rem)$/.exec(text) ?? [];
  return number === undefined ? 0 : Number(number) * (unit === 'rem' ? 16 : 1);
};

/** The letters that text is shown in where there is room for a few. */
export const SAMPLE = 'Quay';

/** A specimen of a token's kind, small enough for a strip: swatch, letter, bar, curve. */
export function Specimen({
  type,
  css,
  path = '',
}: {
  type: string;
  css: CssText | undefined;
  /** The token's: a length called a radius is drawn as a corner. */
  path?: string;
}) {
  if (css === undefined) return <span className={classes.none} aria-hidden data-specimen />;
  const text = typeof css === 'string' ? css : '';
  const mark = (style: CSSProperties, content?: string) => (
    <span className={classes.mark} style={style} aria-hidden data-specimen>
      {content}
    </span>
  );
  /** A drawing of its own size, in the middle of a cell as wide as all others. */
  const drawn = (style: CSSProperties) => (
    <span className={classes.mark} aria-hidden data-specimen>
      <span style={style} />
    </span>
  );
  switch (type) {
    case 'color':
      return (
        <span className={classes.swatch} aria-hidden data-specimen>
          <span style={{ background: text }} />
        </span>
      );
    case 'dimension':
      if (/(^|[.-])(radius|corner)/i.test(path))
        return drawn({
          width: 20,
          height: 20,
          borderTop: '2px solid currentColor',
          borderLeft: '2px solid currentColor',
          borderTopLeftRadius: Math.min(20, Math.abs(size(text))),
        });
      return (
        <span className={classes.ruler} aria-hidden data-specimen>
          <span style={{ width: Math.max(1, Math.min(26, Math.abs(size(text)) / 2)) }} />
        </span>
      );
    case 'typography':
      return mark(
        typeof css === 'string'
          ? {}
          : {
              fontFamily: css['font-family'],
              fontWeight: css['font-weight'] as CSSProperties['fontWeight'],
              fontSize: Math.min(20, Math.max(11, size(css['font-size'] ?? '') * 0.6)),
            },
        SAMPLE,
      );
    case 'fontFamily':
      return mark({ fontFamily: text, fontSize: 16 }, SAMPLE);
    case 'fontWeight':
      return mark({ fontWeight: Number(text), fontSize: 16 }, 'a');
    case 'cubicBezier':
    case 'transition':
      return <Curve css={text} />;
    case 'duration':
      return mark({ fontSize: 12 }, '◷');
    case 'shadow':
      return (
        <span className={classes.swatch} style={{ background: '#fff' }} aria-hidden data-specimen>
          <span style={{ margin: 5, background: '#fff', boxShadow: text, width: 16, height: 10 }} />
        </span>
      );
    case 'border':
      return drawn({ border: text, width: 22, height: 16 });
    case 'gradient':
      return (
        <span className={classes.swatch} aria-hidden data-specimen>
          <span style={{ background: `linear-gradient(90deg, ${text})` }} />
        </span>
      );
    default:
      return mark({ fontSize: 12 }, '#');
  }
}

function Curve({ css }: { css: string }) {
  const [x1 = 0, y1 = 0, x2 = 1, y2 = 1] = (/\(([^)]*)\)/.exec(css)?.[1] ?? '').split(',').map(Number);
  const at = (x: number, y: number) => `${3 + x * 20} ${19 - y * 16}`;
  return (
    <svg className={classes.mark} width={26} height={22} aria-hidden data-specimen>
      <path
        d={`M${at(0, 0)} C${at(x1, y1)} ${at(x2, y2)} ${at(1, 1)}`}
        fill="none"
        stroke="currentColor"
        strokeWidth={1.5}
      />
    </svg>
  );
}

/** A value as one short line. */
export function shortValue(css: CssText | undefined): string {
  if (css === undefined) return 'no value';
  if (typeof css === 'string') return css;
  return [
    css['font-size'],
    css['line-height'] && `/ ${css['line-height']}`,
    css['font-weight'],
    css['font-family']?.split(',')[0]?.replace(/"/g, ''),
  ]
    .filter(Boolean)
    .join(' ');
}
