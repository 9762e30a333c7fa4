import { counted } from '@/core/base/words';
import { shareText } from '@/ui/share-text';
import type { Scanned } from './code-page';
import classes from './code.module.css';

const KINDS = [
  { key: 'token', label: 'by token' },
  { key: 'exact', label: 'equal to a token' },
  { key: 'near', label: 'near to one' },
  { key: 'foreign', label: 'neither' },
] as const;

/** How the values of a commit divide. */
export function PartsBar({ scan, library }: { scan: Scanned; library: string }) {
  const { parts } = scan;
  return (
    <div className={classes.parts}>
      <p>
        <strong>{shareText(scan.coverage)}</strong> of {counted(parts.total, 'value')} in{' '}
        {counted(scan.files, 'file')} written by token of {library} {scan.version}
        {scan.leftOut > 0 && `; ${counted(scan.leftOut, 'file')} left out`}
      </p>
      <div className={classes.bar} aria-hidden>
        {KINDS.map(({ key }) => (
          <span key={key} data-kind={key} style={{ flexGrow: parts[key] }} />
        ))}
      </div>
      <ul>
        {KINDS.map(({ key, label }) => (
          <li key={key}>
            <span data-kind={key} aria-hidden /> {parts[key]} {label}
          </li>
        ))}
      </ul>
    </div>
  );
}
