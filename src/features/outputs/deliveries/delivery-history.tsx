import { Anchor } from '@mantine/core';
import { PageLink } from '@/ui/page-link';
import { bytesText, counted } from '@/core/base/words';
import { dayText } from '@/ui/day-text';
import type { Delivery } from './deliveries-page';
import classes from './deliveries.module.css';

const STATES = { open: 'Proposed', merged: 'Merged', closed: 'Closed' } as const;

/** What came of a delivery, with the way to it. */
function Result({ delivery: { changed, proposal, destination } }: { delivery: Delivery }) {
  if (proposal)
    return (
      <Anchor
        component={PageLink}
        size="sm"
        href={`/products/${proposal.product}/code?proposal=${proposal.id}`}
      >
        {changed ? STATES[proposal.state] : 'Nothing changed, proposed before'}
      </Anchor>
    );
  if (!changed) return 'Nothing changed';
  return destination.kind === 'folder' ? `Written to ${destination.folder}` : destination.kind === 'download' ? 'To download' : 'Proposed'; // prettier-ignore
}

/** Deliveries of an output, the newest first. */
export function DeliveryHistory({
  deliveries,
  picked,
  onPick,
}: {
  deliveries: readonly Delivery[];
  picked: string;
  onPick: (id: string) => void;
}) {
  return (
    <div className={`sheet ${classes.history}`}>
      <table className="rows" aria-label="Deliveries">
        <thead>
          <tr>
            <th>Release</th>
            <th>Delivered</th>
            <th>Result</th>
            <th className="number">Files</th>
            <th className="number">Size</th>
          </tr>
        </thead>
        <tbody>
          {deliveries.map((delivery) => (
            <tr key={delivery.id} data-chosen={delivery.id === picked || undefined}>
              <td>
                <Anchor
                  component="button"
                  size="sm"
                  aria-current={delivery.id === picked || undefined}
                  onClick={() => onPick(delivery.id)}
                >
                  {delivery.version}
                </Anchor>
              </td>
              <td>
                {dayText(delivery.at)}, {delivery.by}
              </td>
              <td>
                <Result delivery={delivery} />
              </td>
              <td className="number">{counted(delivery.files.length, 'file')}</td>
              <td className="number">{bytesText(delivery.files.reduce((sum, { size }) => sum + size, 0))}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
