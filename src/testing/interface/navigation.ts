import { useSyncExternalStore } from 'react';

/** The address, as the router of the application would have it. */
const listeners = new Set<() => void>();
const tell = () => listeners.forEach((listener) => listener());
for (const name of ['pushState', 'replaceState'] as const) {
  const plain = window.history[name].bind(window.history);
  window.history[name] = (...args: Parameters<History['pushState']>) => {
    plain(...args);
    tell();
  };
}
const useAddress = () =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => window.location.href,
  );

export function usePathname(): string {
  return new URL(useAddress()).pathname;
}
export function useSearchParams(): URLSearchParams {
  return new URL(useAddress()).searchParams;
}
const router = {
  push: (href: string) => window.history.pushState(null, '', href),
  replace: (href: string) => window.history.replaceState(null, '', href),
  refresh: () => undefined,
};
export const useRouter = () => router;
