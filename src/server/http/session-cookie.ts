import path from 'node:path';
import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { sealData, unsealData } from 'iron-session';
import { LRUCache } from 'lru-cache';
import { cookies } from 'next/headers';
import { dataFolder } from '../db/connection';
import { SECONDS_SIGNED_IN } from '../people/sessions';
import { shared } from '../shared';
import { serverSettings } from './settings';

const NAME = 'seedplan';
/** As long what a seal held is believed without being unsealed again. Whether the session still lasts is asked each time. */
const BELIEVED_MS = 300_000;
const MOST_BELIEVED = 2000;

/** The key that seals cookies: made once for a data folder and kept in it. */
function sealingKey(): string {
  return shared('sealing-key', () => {
    const file = path.join(dataFolder(), 'session-key');
    if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600, flag: 'wx' });
    return readFileSync(file, 'utf8').trim();
  });
}

// Unsealing derives two keys in another thread, which takes as long as most requests do.
const believed = () =>
  shared('unsealed-cookies', () => new LRUCache<string, string>({ max: MOST_BELIEVED, ttl: BELIEVED_MS }));

/** What the cookie holds: the secret of a session and nothing else. Undefined without one, or where it was not sealed here. */
export async function currentSession(): Promise<string | undefined> {
  const seal = (await cookies()).get(NAME)?.value;
  if (!seal) return undefined;
  const known = believed().get(seal);
  if (known !== undefined) return known;
  const password = sealingKey();
  // What was sealed elsewhere, is cut off or altered is refused in several ways, some of them thrown.
  const { session } = await unsealData<{ session?: string }>(seal, { password, ttl: SECONDS_SIGNED_IN }).catch(() => ({ session: undefined })); // prettier-ignore
  if (session !== undefined) believed().set(seal, session);
  return session;
}

/** Lets the browser hold another session, or none. */
export async function holdSession(session: string | undefined): Promise<void> {
  const options = {
    httpOnly: true,
    sameSite: 'lax',
    secure: serverSettings().secureCookies,
    path: '/',
  } as const;
  const jar = await cookies();
  if (session === undefined) return void jar.set(NAME, '', { ...options, maxAge: 0 });
  const seal = await sealData({ session }, { password: sealingKey(), ttl: SECONDS_SIGNED_IN });
  // The browser lets go of it a minute before the seal runs out.
  jar.set(NAME, seal, { ...options, maxAge: SECONDS_SIGNED_IN - 60 });
}
