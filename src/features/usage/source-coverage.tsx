import { scaleLinear } from 'd3-scale';
import { PageLink } from '@/ui/page-link';
import type { AnswerOf } from '@/api/operations';
import { counted } from '@/core/base/words';
import { shareText } from '@/ui/share-text';
import classes from './usage.module.css';

type OfProduct = AnswerOf<'scans.ofLibrary'>['products'][number];

const [WIDTH, HEIGHT] = [220, 36];

/** What the source of each product is written by, as its commits were scanned. */
export function SourceCoverage({ products }: { products: readonly OfProduct[] }) {
  if (products.length === 0) return null;
  return (
    <section className={`${classes.sheet} ${classes.source}`} aria-label="Source of products">
      <table className="rows">
        <caption>Source of products</caption>
        <thead>
          <tr>
            <th>Product</th>
            <th>Release</th>
            <th>Coverage over its commits</th>
            <th className="number">Coverage</th>
            <th className="number">By token</th>
            <th className="number">Equal to a token</th>
            <th className="number">Near to one</th>
            <th className="number">Neither</th>
          </tr>
        </thead>
        <tbody>
          {products.map(({ slug, name, through, scans }) => {
            const last = scans.at(-1)!;
            return (
              <tr key={slug}>
                <td>
                  <PageLink href={`/products/${slug}/code`}>{name}</PageLink>
                </td>
                <td>{through ?? last.version}</td>
                <td>
                  <Line scans={scans} name={name} />
                </td>
                <td className="number">
                  <b>{shareText(last.coverage)}</b>
                </td>
                <td className="number">{last.parts.token}</td>
                <td className="number">{last.parts.exact}</td>
                <td className="number">{last.parts.near}</td>
                <td className="number">{last.parts.foreign}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}

/** Coverage from 0 to 1 over the commits, one step each. */
function Line({ scans, name }: { scans: OfProduct['scans']; name: string }) {
  const x = scaleLinear([0, Math.max(1, scans.length - 1)], [4, WIDTH - 4]);
  const y = scaleLinear([0, 1], [HEIGHT - 4, 4]);
  const points = scans.map(({ coverage }, i) => `${x(i)},${y(coverage)}`).join(' ');
  return (
    <svg
      width={WIDTH}
      height={HEIGHT}
      role="img"
      aria-label={`${name}: from ${shareText(scans[0]!.coverage)} to ${shareText(scans.at(-1)!.coverage)} over ${counted(scans.length, 'commit')}`}
    >
      <line x1={0} x2={WIDTH} y1={y(0)} y2={y(0)} stroke="var(--line-strong)" />
      <line x1={0} x2={WIDTH} y1={y(1)} y2={y(1)} stroke="var(--line)" />
      <polyline points={points} fill="none" stroke="var(--accent)" strokeWidth={2} />
      <circle cx={x(scans.length - 1)} cy={y(scans.at(-1)!.coverage)} r={3.5} fill="var(--accent)" />
    </svg>
  );
}
