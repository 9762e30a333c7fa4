import { beginRelay } from '../documents/relay';
import { database } from '../http/http';
import { endWhenStopping } from '../start/stopping';
import { writeMessages } from '../people/outbox';
import { startRunner } from './runner';

/** Has this process hear of other servers and run jobs until it is stopped, beginning with those an earlier one left. */
export async function begin(): Promise<void> {
  const knex = await database();
  await beginRelay(knex);
  const runner = startRunner(knex);
  endWhenStopping(() => runner.end());
  await runner.reclaim();
  void runner.wake();
  await writeMessages(knex);
}
