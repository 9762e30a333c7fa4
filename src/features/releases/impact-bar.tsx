import type { Impact } from '@/core/document/impact';
import { IMPACT_WORDS } from './change-row';
import classes from './releases.module.css';

/** How many of the changes included break, add or are not seen, as one bar. */
export function ImpactBar({ entries }: { entries: readonly { impact: Impact }[] }) {
  const counts = (['major', 'minor', 'patch'] as const).map((impact) => ({
    impact,
    count: entries.filter((entry) => entry.impact === impact).length,
  }));
  return (
    <div className={classes.impacts}>
      <div className={classes.impactBar} aria-hidden>
        {counts.map(({ impact, count }) => (
          <span key={impact} data-impact={impact} style={{ flexGrow: count }} />
        ))}
      </div>
      <ul aria-label="Changes by impact">
        {counts.map(({ impact, count }) => (
          <li key={impact} data-impact={impact}>
            {count} {impact}: {IMPACT_WORDS[impact]}
          </li>
        ))}
      </ul>
    </div>
  );
}
