import type { Knex } from 'knex';
import { databaseTarget } from '../db/connection';
import { dialectOf } from '../db/dialects/registry';
import { logger } from '../logger';
import { newId } from '../new-id';
import { endWhenStopping } from '../start/stopping';
import { heard, missed, relayBy, type Told } from './events';

/** Where several servers use one database, each tells the others what is announced at it, and announces what it hears. */
export async function beginRelay(knex: Knex): Promise<void> {
  const { listen, tell } = dialectOf(knex);
  if (!listen || !tell) return;
  const own = newId('server');
  const hear = (text: string): void => {
    const { from, told } = JSON.parse(text) as { from: string; told: Told };
    if (from !== own) heard(told);
  };
  endWhenStopping(await listen(databaseTarget(), { heard: hear, missed }));
  relayBy((told) => {
    // Whoever could not be told of it finds it by its own connection, which is lost then too.
    tell(knex, JSON.stringify({ from: own, told })).catch((error: unknown) => logger.warn(error));
  });
}
