/** How the program is reached, as whoever runs it says: `docs/running.md` lists the variables. */
export interface ServerSettings {
  /** Names it answers to besides those of the loopback address, with or without a port. */
  hosts: string[];
  /** Whether what `X-Forwarded-*` says comes from a proxy of one's own. */
  behindProxy: boolean;
  /** Whether the session cookie travels over TLS alone. */
  secureCookies: boolean;
}

export function serverSettings(env: Record<string, string | undefined> = process.env): ServerSettings {
  const given = (env.SEEDPLAN_HOSTS ?? '').split(',').map((host) => host.trim().toLowerCase());
  const bound = env.HOST && !['0.0.0.0', '::', '[::]'].includes(env.HOST) ? [env.HOST.toLowerCase()] : [];
  return {
    hosts: [...given.filter(Boolean), ...bound],
    behindProxy: env.SEEDPLAN_BEHIND_PROXY === 'true',
    secureCookies: env.SEEDPLAN_SECURE_COOKIES === 'true',
  };
}

/** The front says by it where a request comes from; what a client sends under this name is dropped there. */
export const ADDRESS_HEADER = 'x-seedplan-address';

const LOOPBACK = ['localhost', '127.0.0.1', '[::1]'];

/** The host a browser asked for: what a proxy says of it counts only where one is configured. */
export function askedHost(
  header: (name: string) => string | null | undefined,
  { behindProxy }: ServerSettings,
): string {
  const forwarded = behindProxy ? header('x-forwarded-host')?.split(',')[0]?.trim() : undefined;
  return (forwarded || header('host') || '').toLowerCase();
}

/** How a browser reaches the program: what links in messages begin with. */
export function askedOrigin(
  header: (name: string) => string | null | undefined,
  settings: ServerSettings,
): string {
  const forwarded = settings.behindProxy ? header('x-forwarded-proto')?.split(',')[0]?.trim() : undefined;
  return `${forwarded === 'https' || settings.secureCookies ? 'https' : 'http'}://${askedHost(header, settings)}`;
}

/** Whether the program answers to this name: others are how pages of other sites come to be taken for its own. */
export function isOwnHost(host: string, { hosts }: ServerSettings): boolean {
  const name = host.replace(/:\d+$/, '');
  return LOOPBACK.includes(name) || hosts.includes(host) || hosts.includes(name);
}
