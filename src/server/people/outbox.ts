import { existsSync, mkdirSync, renameSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import type { Knex } from 'knex';
import MailComposer from 'nodemailer/lib/mail-composer';
import { dataFolder } from '@/files/data-folder';
import { logger } from '../logger';
import { useCase, type Work } from '../use-case';

interface Message {
  id: string;
  name: string;
  email: string;
  subject: string;
  body: string;
  /** ISO 8601. */
  at: string;
}

/** As many are listed. */
const MOST_LISTED = 500;
/** As many are looked after when the program starts. */
const MOST_WRITTEN = 1000;

const outboxFolder = () => path.join(/* turbopackIgnore: true */ dataFolder(), 'outbox');

/** A message as a file that mail programs open (RFC 5322). */
function mailOf({ id, name, email, subject, body, at }: Message): Promise<Buffer> {
  return new MailComposer({
    from: { name: 'Seedplan', address: 'seedplan@localhost.example' },
    to: { name, address: email },
    subject,
    text: body,
    date: new Date(at),
    messageId: `<${id}@localhost.example>`,
    // What is written comes from the database alone.
    disableFileAccess: true,
    disableUrlAccess: true,
  })
    .compile()
    .build();
}

async function writeMessage(message: Message): Promise<void> {
  const folder = outboxFolder();
  const file = path.join(folder, `${message.at.slice(0, 10)}-${message.id}.eml`);
  if (existsSync(file)) return;
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const part = `${file}.part`;
  writeFileSync(part, await mailOf(message), { mode: 0o600 });
  renameSync(part, file);
}

/** Writes the newest messages that have no file yet: whoever ended the program may have come between. */
export async function writeMessages(knex: Knex): Promise<void> {
  const messages: Message[] = await knex('messages').orderBy('at', 'desc').limit(MOST_WRITTEN);
  for (const message of messages) await writeMessage(message);
}

/** A message to a person, in the outbox: a row, and a file once it is committed. */
export async function send(work: Work, message: Omit<Message, 'id' | 'at'>): Promise<void> {
  const whole = { id: work.newId('message'), at: work.now(), ...message };
  await work.trx('messages').insert(whole);
  work.afterCommit(() => void writeMessage(whole).catch((error: unknown) => logger.error(error)));
}

const list = useCase('outbox.list', {
  needs: 'administrator',
  run: async ({ trx }) => ({
    messages: (await trx('messages').orderBy('at', 'desc').orderBy('id').limit(MOST_LISTED)) as Message[],
  }),
});

export const outboxUseCases = [list];
