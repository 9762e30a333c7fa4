import { Client, types, type ClientConfig } from 'pg';
import PostgresClient from 'knex/lib/dialects/postgres/index.js';
import ColumnCompiler from 'knex/lib/dialects/postgres/schema/pg-columncompiler.js';
import { StartProblem } from '../problem';
import type { Dialect, Hearing } from './dialect';

/** Text of any length, in the order of its bytes: what it is in SQLite. */
class Columns extends ColumnCompiler {
  override varchar(): string {
    return 'text collate "C"';
  }
}
Object.assign(Columns.prototype, { text: 'text collate "C"' });
class Postgres extends PostgresClient {
  override columnCompiler(...given: unknown[]): unknown {
    return new Columns(this, ...given);
  }
}

/** PostgreSQL's number of its type `bigint`, which counts are of. */
const BIGINT = 20;
const CHANNEL = 'seedplan';
/** As many connections as a server holds at most, one more hearing what others tell. */
const CONNECTIONS = 10;
/** Milliseconds until a lost connection is tried again. */
const AGAIN = 1000;

interface Address {
  connection: ClientConfig;
  schema: string | undefined;
}

/** A `postgres://` address; `?schema=` names a schema of the database to be used alone. */
function addressOf(target: string): Address {
  const url = new URL(target);
  const schema = url.searchParams.get('schema') ?? undefined;
  url.searchParams.delete('schema');
  if (schema !== undefined && !/^[a-z_][a-z0-9_]{0,62}$/.test(schema))
    throw new StartProblem(
      `The schema ${schema} of SEEDPLAN_DATABASE_URL has to be of small letters, digits and _, 63 at most.`,
    );
  return {
    schema,
    connection: {
      connectionString: url.href,
      connectionTimeoutMillis: 5000,
      keepAlive: true,
      types: {
        getTypeParser: ((oid: number, format: never) =>
          oid === BIGINT ? Number : types.getTypeParser(oid, format)) as never,
      },
    },
  };
}

const told = (target: string): string => {
  const { host, pathname, searchParams } = new URL(target);
  const schema = searchParams.get('schema');
  return `postgres://${host}${pathname}${schema ? `, schema ${schema}` : ''}`;
};

/** Does something by a connection of its own. */
async function by<T>(target: string, what: (client: Client) => Promise<T>): Promise<T> {
  const { connection, schema } = addressOf(target);
  const client = new Client(connection);
  client.on('error', () => undefined);
  try {
    await client.connect();
  } catch (error) {
    throw new StartProblem(
      `The database ${told(target)} cannot be reached: ${reason(error)}. Start it, or set SEEDPLAN_DATABASE_URL to another.`,
    );
  }
  try {
    if (schema) await client.query(`SET search_path TO "${schema}"`);
    return await what(client);
  } finally {
    await client.end().catch(() => undefined);
  }
}

/** Of several addresses that were tried, Node tells each by itself. */
const reason = (error: unknown): string => {
  const { message, errors } = error as { message: string; errors?: Error[] };
  return message || (errors ?? []).map((one) => one.message).join(', ');
};

/** Errors by which a connection says that it is lost (PostgreSQL, Appendix A; Node's own). */
const GONE =
  /^(57P0[1-3]|08[0-9A-Z]{3}|53300|ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT|ENOTFOUND|EAI_AGAIN|ENOENT)$/;
const CUT =
  /^(Connection terminated|Client (has encountered a connection error|was closed)|timeout expired|Knex: Timeout acquiring)/i;

/** PostgreSQL, which several servers may use at once. */
export const postgres: Dialect = {
  name: 'PostgreSQL',
  client: Postgres as never,
  driver: 'pg',
  opens: (target) => /^postgres(ql)?:\/\//.test(target),
  told,
  isThere: () => true,
  async ready(target) {
    await by(target, async (client) => {
      const { schema } = addressOf(target);
      // Two that begin at once would each find none.
      if (schema) {
        await client.query('SELECT pg_advisory_lock(hashtext($1))', [`seedplan schema ${schema}`]);
        await client.query(`CREATE SCHEMA IF NOT EXISTS "${schema}"`);
      }
    });
  },
  config(target) {
    const { connection, schema } = addressOf(target);
    return {
      connection: connection as never,
      ...(schema && { searchPath: [schema] }),
      pool: { min: 0, max: CONNECTIONS },
      acquireConnectionTimeout: 10_000,
    };
  },
  migrating: (target, run) =>
    by(target, async (client) => {
      await client.query(`SELECT pg_advisory_lock(hashtext('seedplan migrations ' || current_schema()))`);
      await run();
    }),
  shared: true,
  async clear(target) {
    await by(target, async (client) => {
      const { rows } = await client.query<{ name: string }>(
        'SELECT tablename AS name FROM pg_tables WHERE schemaname = current_schema()',
      );
      for (const { name } of rows) await client.query(`DROP TABLE "${name}" CASCADE`);
    });
  },
  async refuse(knex, table, event, message) {
    const name = `${table}_no_${event.toLowerCase().replace(/\W+/g, '_')}`;
    await knex.raw(
      `CREATE OR REPLACE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RAISE EXCEPTION '%', TG_ARGV[0]; END $$`,
    );
    await knex.raw(
      `CREATE TRIGGER ${name} BEFORE ${event} ON ${table} FOR EACH ROW EXECUTE FUNCTION refuse_change('${message}')`,
    );
  },
  async tables(knex) {
    const rows: { name: string }[] = await knex('pg_tables')
      .whereRaw('schemaname = current_schema()')
      .select({ name: 'tablename' });
    return rows.map(({ name }) => name).sort();
  },
  trouble(error) {
    const { code, message } = error as { code?: unknown; message?: string };
    const said = String(code ?? '');
    if (said === '53100') return 'full';
    if (said === '22021' || said === '22P05') return 'character';
    if (/^(40001|40P01|55P03)$/.test(said)) return 'busy';
    if (/^XX00[12]$/.test(said)) return 'damaged';
    // Knex writes the statement and its values before what a connection says, which has no code of its own.
    const words = code === undefined ? (message ?? '').split(' - ').at(-1)! : '';
    return GONE.test(said) || CUT.test(words) ? 'gone' : undefined;
  },
  transaction: (turn) => (turn === 'read' ? { isolationLevel: 'repeatable read' } : undefined),
  async wait(trx, turn) {
    const whole = `hashtext('seedplan ' || current_schema())`;
    if (turn === 'all') await trx.raw(`SELECT pg_advisory_xact_lock(${whole})`);
    else if (typeof turn === 'object') {
      await trx.raw(`SELECT pg_advisory_xact_lock_shared(${whole})`);
      await trx.raw(`SELECT pg_advisory_xact_lock(${whole}, hashtext(?))`, [turn.document]);
    }
  },
  free: (query) => query.forUpdate().skipLocked() as never,
  async listen(target, hearing) {
    let ended = false;
    let client: Client | undefined;
    const begin = async (): Promise<void> => {
      client = await hear(target, hearing, () => {
        if (!ended) setTimeout(() => void again(), AGAIN).unref();
      });
    };
    const again = async (): Promise<void> => {
      try {
        await begin();
        if (!ended) hearing.missed();
      } catch {
        if (!ended) setTimeout(() => void again(), AGAIN).unref();
      }
    };
    await begin();
    return async () => {
      ended = true;
      await client?.end().catch(() => undefined);
    };
  },
  async tell(knex, message) {
    await knex.raw('SELECT pg_notify(?::text || current_schema()::text, ?)', [CHANNEL, message]);
  },
};

/** A connection that hears; `lost` is called once it is no more. */
async function hear(target: string, { heard }: Hearing, lost: () => void): Promise<Client> {
  const { connection, schema } = addressOf(target);
  const client = new Client(connection);
  let over = false;
  const end = () => {
    if (over) return;
    over = true;
    lost();
  };
  client.on('notification', ({ payload }) => heard(payload ?? ''));
  await client.connect();
  client.on('error', end);
  client.on('end', end);
  if (schema) await client.query(`SET search_path TO "${schema}"`);
  const { rows } = await client.query<{ name: string }>('SELECT current_schema() AS name');
  await client.query(`LISTEN "${CHANNEL}${rows[0]!.name}"`);
  return client;
}
