import type { GatherAsk, GatherMessage } from '@/api/intake-protocol';
import type { DominantColor } from '@/core/intake/picture';
import { intakeSession } from '@/workers/intake-session';

/** What pictures are said to hold: jsdom draws none. */
export const pictures = new Map<string, DominantColor[]>();

/** Runs the real session of the intake worker in the page, as if it were away from it. */
class LocalWorker {
  onmessage: ((event: { data: GatherMessage }) => void) | null = null;
  onerror: (() => void) | null = null;
  private ended = false;
  private readonly session = intakeSession(
    (data) => {
      const message = structuredCloneOf(data);
      queueMicrotask(() => !this.ended && this.onmessage?.({ data: message }));
    },
    async (file) => pictures.get(await file.text()) ?? null,
  );
  postMessage(ask: GatherAsk): void {
    void this.session(ask);
  }
  terminate(): void {
    this.ended = true;
  }
}
const structuredCloneOf = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
Object.assign(globalThis, { Worker: LocalWorker });

// jsdom's blobs cannot be read as text or bytes.
for (const name of ['text', 'arrayBuffer'] as const)
  if (!(name in Blob.prototype))
    Object.defineProperty(Blob.prototype, name, {
      value(this: Blob) {
        return new Promise((done, fail) => {
          const reader = new FileReader();
          reader.onload = () => done(reader.result);
          reader.onerror = () => fail(reader.error!);
          if (name === 'text') reader.readAsText(this);
          else reader.readAsArrayBuffer(this);
        });
      },
    });
