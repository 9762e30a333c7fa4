'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { Clustered, GatherAsk, GatherChoices, Gathered, GatherMessage } from '@/api/intake-protocol';

interface GatherState {
  busy: { done: number; of: number; name: string } | null;
  gathered: Gathered | null;
  clustered: Clustered | null;
  problem: string | null;
}
const NOTHING: GatherState = { busy: null, gathered: null, clustered: null, problem: null };

/** Reads files in a worker of their own; reading can be stopped. */
export function useGather() {
  const worker = useRef<Worker | null>(null);
  const [state, setState] = useState<GatherState>(NOTHING);
  const start = useCallback(() => {
    worker.current?.terminate();
    const made = new Worker(new URL('../../workers/intake.worker.ts', import.meta.url), { type: 'module' });
    made.onmessage = ({ data }: MessageEvent<GatherMessage>) =>
      setState((old) => {
        if (data.say === 'progress') return { ...old, busy: data };
        if (data.say === 'read') return { ...old, busy: null, gathered: data.gathered };
        if (data.say === 'clustered') return { ...old, clustered: data.clustered };
        return { ...old, busy: null, problem: data.problem };
      });
    made.onerror = () =>
      setState((old) => ({ ...old, busy: null, problem: 'These files could not be read' }));
    worker.current = made;
    return made;
  }, []);
  useEffect(() => () => worker.current?.terminate(), []);
  const ask = useCallback((message: GatherAsk) => (worker.current ?? start()).postMessage(message), [start]);
  const read = useCallback(
    (files: { name: string; file: Blob }[]) => {
      start();
      setState({ ...NOTHING, busy: { done: 0, of: files.length, name: '' } });
      ask({ ask: 'read', files });
    },
    [ask, start],
  );
  const cluster = useCallback((choices: GatherChoices) => ask({ ask: 'cluster', choices }), [ask]);
  const stop = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
    setState(NOTHING);
  }, []);
  return { ...state, read, cluster, stop };
}
