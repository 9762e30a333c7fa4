import type { Behaviour, StyleValue } from './definition';

/** A behaviour as a specimen plays it, on parts of the component whose class is `owner`; times in milliseconds. */
export type PlayedBehaviour =
  | { kind: 'timed'; owner: string; part: string; state: string; does: string; ms: number }
  | { kind: 'event'; owner: string; part: string; name: string; on: string };

/** A CSS time in milliseconds; undefined where it is none. */
export function msOf(text: string): number | undefined {
  const [, number, unit] = /^(\d*\.?\d+)(ms|s)$/.exec(text.trim()) ?? [];
  return number === undefined ? undefined : Number(number) * (unit === 's' ? 1000 : 1);
}

/** What a timed behaviour can do when its time is up. */
export const TIMED_ENDS = ['leave', 'rest'] as const;

/** A behaviour as a sentence. */
export function behaviourText(behaviour: Behaviour, valueText: (value: StyleValue) => string): string {
  switch (behaviour.kind) {
    case 'timed': {
      const begins = behaviour.state
        ? `Once ${behaviour.part} is ${behaviour.state}`
        : `Once ${behaviour.part} is shown`;
      const ends =
        behaviour.does === 'leave'
          ? 'it leaves by itself'
          : behaviour.does === 'rest'
            ? 'it goes back to rest'
            : `it becomes ${behaviour.does}`;
      return `${begins}, after ${valueText(behaviour.after)} ${ends}`;
    }
    case 'event':
      return `On ${behaviour.on} of ${behaviour.part} it sends the event ${behaviour.name}`;
    case 'note':
      return behaviour.part === 'root' ? 'Note on the component' : `Note on ${behaviour.part}`;
  }
}
