'use client';

import { storedValue } from '@/core/tokens/stored-value';
import { Alert, Button, Center, Group, Stack, Text, ColorSwatch } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { notifications } from '@mantine/notifications';
import { replaceEqualDeep } from '@tanstack/react-query';
import {
  createContext,
  useCallback,
  useContext,
  useEffect,
  useRef,
  useState,
  startTransition,
  type ReactNode,
} from 'react';
import type { ClashReport, ProblemReport } from '@/api/document-protocol';
import type { CommandArguments, CommandName } from '@/editing/commands';
import type { QueryAnswer, QueryArguments, QueryName } from '@/editing/queries';
import { CallRefused } from './call';
import { AskRefused, DocumentClient, Superseded } from './document-client';
import { PageSkeleton } from '@/ui/page-skeleton';

const Context = createContext<DocumentClient | null>(null);

/** Opens a library or product for everything below it. */
export function DocumentProvider({
  kind,
  slug,
  person,
  live = true,
  waiting,
  children,
}: {
  kind: 'library' | 'product';
  slug: string;
  person: string;
  /** Whether what others change is followed; a card on a page of many is read once. */
  live?: boolean;
  /** Shown until the document is open. */
  waiting?: ReactNode;
  children: ReactNode;
}) {
  const [state, setState] = useState<{
    client: DocumentClient;
    ready: boolean;
    problem?: ProblemReport;
  } | null>(null);
  const [clash, setClash] = useState<ProblemReport | null>(null);
  useEffect(() => {
    const client = new DocumentClient(kind, slug, person, live);
    let left = false;
    setState({ client, ready: false });
    client.opened.then(
      () => !left && setState({ client, ready: true }),
      (error: AskRefused) => !left && setState({ client, ready: false, problem: error.report }),
    );
    const stop = client.listen((event) => {
      if (event.event === 'clash') setClash(event.report);
      if (event.event === 'other')
        notifications.show({ message: `${event.author}: ${event.label}`, autoClose: 4000 });
    });
    return () => {
      left = true;
      stop();
      client.close();
    };
  }, [kind, slug, person, live]);

  if (state?.problem) {
    return (
      <Center mih="60vh" p="xl">
        <Alert title={state.problem.title} color="gray" maw={560}>
          {state.problem.detail}
        </Alert>
      </Center>
    );
  }
  if (!state?.ready) return waiting ?? <PageSkeleton label={`Opening the ${kind}`} height={420} />;
  return (
    <Context.Provider value={state.client}>
      {children}
      <ClashDialog report={clash} close={() => setClash(null)} />
    </Context.Provider>
  );
}

export function useDocument(): DocumentClient {
  const client = useContext(Context);
  if (!client) throw new Error('No document is open here');
  return client;
}

/** What a view says of the open document, again with every change; the last answer stays until the next is there. */
export function useDocumentQuery<K extends QueryName>(
  name: K,
  input: QueryArguments<K>,
): QueryAnswer<K> | undefined {
  return useLongView(name, input).answer;
}

/** The same of a view that takes its time: `done` is how much of the next answer is there, from 0 to 1. */
export function useLongView<K extends QueryName>(
  name: K,
  input: QueryArguments<K>,
): { answer: QueryAnswer<K> | undefined; done: number | null } {
  const client = useDocument();
  const key = JSON.stringify(input);
  const [answer, setAnswer] = useState<QueryAnswer<K>>();
  const [done, setDone] = useState<number | null>(null);
  const last = useRef<QueryAnswer<K>>(undefined);
  useEffect(() => {
    let left = false;
    let asking = false;
    let again = false;
    const ask = async (): Promise<void> => {
      if (asking) {
        again = true;
        return;
      }
      asking = true;
      try {
        const next = await client.ask<QueryAnswer<K>>(
          { ask: 'query', name, input: JSON.parse(key) },
          (share) => !left && setDone(share),
        );
        if (!left) {
          // Worked out here and not while it is drawn: drawing may begin anew many times, and has to find the same objects.
          const kept = replaceEqualDeep(last.current, next);
          last.current = kept;
          // A long list is drawn in slices, between which keys are heard.
          startTransition(() => setAnswer(kept));
        }
      } catch (error) {
        if (error instanceof Superseded) again = true;
        else if (!left) notifyError(error, () => void ask());
      }
      asking = false;
      if (left) return;
      if (!again) return setDone(null);
      again = false;
      void ask();
    };
    void ask();
    const stop = client.listen((event) => event.event === 'changed' && void ask());
    return () => {
      left = true;
      stop();
    };
  }, [client, name, key]);
  return { answer, done };
}

/** Asks a view once: for search, lists to choose from, files to download. */
export function useAsk() {
  const client = useDocument();
  return useCallback(
    async <K extends QueryName>(name: K, input: QueryArguments<K>): Promise<QueryAnswer<K>> => {
      for (;;) {
        try {
          return await client.ask<QueryAnswer<K>>({ ask: 'query', name, input });
        } catch (error) {
          if (!(error instanceof Superseded)) throw error;
        }
      }
    },
    [client],
  );
}

/** Shows an error where the person will see it; `again` does once more what failed. */
export function notifyError(error: unknown, again?: () => void): void {
  const { title, detail } = reportOf(error);
  const id = `error-${title}-${detail}`;
  const retry = again && (
    <Button
      size="compact-xs"
      variant="default"
      onClick={() => {
        notifications.hide(id);
        again();
      }}
    >
      Try again
    </Button>
  );
  notifications.show({
    id,
    title,
    message: (
      <Stack gap={6} align="start">
        <Text size="sm">{detail}</Text>
        {retry}
      </Stack>
    ),
    color: 'red',
    autoClose: retry ? 20_000 : 8000,
  });
}

const reportOf = (error: unknown): { title: string; detail: string; code: string } =>
  error instanceof AskRefused || error instanceof CallRefused
    ? error.report
    : { code: 'failure', title: 'The program failed', detail: (error as Error).message };

export interface Refusal {
  problem: string;
  fix: string;
  /** The member of the input that is wrong, where it is one. */
  field?: string;
  /** Not refused: it could not be saved. The person has been told, and nothing of what was typed is wrong. */
  failed?: boolean;
}

/** Shows a refusal as a notice, where no field can show it. */
export function notifyRefusal(refused: Refusal | null): void {
  if (refused && !refused.failed)
    notifications.show({ message: `${refused.problem}. ${refused.fix}.`, color: 'red' });
}

/** Gestures on the open document: shown while typing, stored when done. */
export function useCommand() {
  const client = useDocument();
  const show = useCallback(
    async <K extends CommandName>(name: K, input: CommandArguments<K>): Promise<Refusal | null> => {
      const answer = await client.ask<Refusal | { label: string }>({
        ask: 'command',
        name,
        input,
        then: 'show',
      });
      return 'problem' in answer ? answer : null;
    },
    [client],
  );
  /** Answers null once it is saved, why it is refused, or that it failed; while there is no connection it waits. */
  const store = useCallback(
    async <K extends CommandName>(name: K, input: CommandArguments<K>): Promise<Refusal | null> => {
      try {
        const answer = await client.ask<Refusal | { label: string }>({
          ask: 'command',
          name,
          input,
          then: 'store',
        });
        return 'problem' in answer ? answer : null;
      } catch (error) {
        notifyError(error, () => void store(name, input));
        // What was typed has not been saved: the field or dialog keeps it.
        return { problem: reportOf(error).title, fix: reportOf(error).detail, failed: true };
      }
    },
    [client],
  );
  /** Stores a gesture that has no field of its own: a refusal is shown as a notice. Answers whether it was stored. */
  const run = useCallback(
    async <K extends CommandName>(name: K, input: CommandArguments<K>): Promise<boolean> => {
      const refused = await store(name, input);
      notifyRefusal(refused);
      return refused === null;
    },
    [store],
  );
  const clear = useCallback(() => void client.ask({ ask: 'clear' }), [client]);
  return { show, store, run, clear };
}

/** Undo and redo, with the offer to undo the rest where part of it has moved on. */
export function useUndo() {
  const client = useDocument();
  // What is asked while one is under way comes after it: a press is never lost.
  const turn = useRef<Promise<void>>(Promise.resolve());
  return useCallback(
    (redo: boolean, partly = false) => {
      const run = async () => {
        try {
          await client.ask({ ask: 'undo', redo, partly });
        } catch (error) {
          if (error instanceof AskRefused && error.report.clashes && !partly) {
            const names = error.report.clashes.map((clash) => clash.author).filter(Boolean);
            notifications.show({
              title: 'Part of this was changed since',
              color: 'red',
              autoClose: 12_000,
              message: (
                <Stack gap={6}>
                  <Text size="sm">
                    {names.length > 0
                      ? `${[...new Set(names)].join(', ')} changed it since: now ${storedValue(error.report.clashes[0]!.present).text}, before your change ${storedValue(error.report.clashes[0]!.wanted).text}.`
                      : error.report.detail}
                  </Text>
                  <Button
                    size="compact-xs"
                    variant="default"
                    onClick={() => void client.ask({ ask: 'undo', redo, partly: true }).catch(notifyError)}
                  >
                    Undo the rest
                  </Button>
                </Stack>
              ),
            });
          } else notifyError(error);
        }
      };
      return (turn.current = turn.current.then(run));
    },
    [client],
  );
}

/** A stored value as the rest of the page shows it. */
function Value({ value }: { value: unknown }) {
  const { text, color } = storedValue(value);
  return (
    <Text component="span" ff="monospace" size="sm" style={{ overflowWrap: 'anywhere' }}>
      {color && (
        <ColorSwatch color={color} size={14} radius={2} mr={6} component="span" data-specimen aria-hidden />
      )}
      {text.slice(0, 300)}
    </Text>
  );
}

function ClashDialog({ report, close }: { report: ProblemReport | null; close: () => void }) {
  const client = useDocument();
  const clash: ClashReport | undefined = report?.clashes?.[0];
  return (
    <Dialog
      opened={clash !== undefined}
      onClose={close}
      title="Edited by someone else while you typed"
      size="lg"
    >
      {clash && (
        <Stack>
          <Text size="sm">
            {clash.author ?? 'Somebody'} changed this value while you typed. Neither value is lost until you
            choose.
          </Text>
          <Group grow align="stretch">
            <Stack gap={4}>
              <Text size="xs" c="dimmed">
                {clash.author ?? 'Somebody'} (current value)
              </Text>
              <Value value={clash.present} />
            </Stack>
            <Stack gap={4}>
              <Text size="xs" c="dimmed">
                Your value (not saved)
              </Text>
              <Value value={clash.wanted} />
            </Stack>
          </Group>
          <Group justify="flex-end">
            <Button variant="default" onClick={close}>
              Keep current value
            </Button>
            <Button
              onClick={() => {
                close();
                void client.ask({ ask: 'keep', clash, planned: report?.planned }).catch(notifyError);
              }}
            >
              Use my value
            </Button>
          </Group>
        </Stack>
      )}
    </Dialog>
  );
}
