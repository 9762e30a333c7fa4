import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { promisify } from 'node:util';

const derive = promisify(scrypt) as (password: string, salt: Buffer, length: number) => Promise<Buffer>;

export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16);
  return `scrypt:${salt.toString('hex')}:${(await derive(password, salt, 32)).toString('hex')}`;
}

export async function passwordMatches(password: string, stored: string): Promise<boolean> {
  const [scheme, salt = '', hash = ''] = stored.split(':');
  if (scheme !== 'scrypt') return false;
  const expected = Buffer.from(hash, 'hex');
  const actual = await derive(password, Buffer.from(salt, 'hex'), 32);
  return expected.length === actual.length && timingSafeEqual(expected, actual);
}
