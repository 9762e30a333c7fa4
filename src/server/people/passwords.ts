import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { availableParallelism } from 'node:os';
import { promisify } from 'node:util';
import pLimit from 'p-limit';
import { passwordProblem } from '@/core/base/passwords';
import { badRequest } from '../http/problem';
import { shared } from '../shared';

const derive = promisify(scrypt) as (password: string, salt: Buffer, length: number) => Promise<Buffer>;

/** One processor stays free for everything else, however many sign in at once. */
const inTurn = () => shared('hashing', () => pLimit(Math.max(1, availableParallelism() - 1)));

/** @throws Problem 400 where a password will not do for the person of an address */
export function checkPassword(password: string, address: string, field = 'password'): void {
  const problem = passwordProblem(password, address);
  if (problem) throw badRequest(`${problem}. Choose another password.`, { field });
}

export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16);
  return `scrypt:${salt.toString('hex')}:${(await inTurn()(() => derive(password, salt, 32))).toString('hex')}`;
}

export async function passwordMatches(password: string, stored: string): Promise<boolean> {
  const [scheme, salt = '', hash = ''] = stored.split(':');
  if (scheme !== 'scrypt') return false;
  const expected = Buffer.from(hash, 'hex');
  const actual = await inTurn()(() => derive(password, Buffer.from(salt, 'hex'), 32));
  return expected.length === actual.length && timingSafeEqual(expected, actual);
}
