/** What one tab tells the others of the stream it holds for all of them. */
type Told = { told: 'open' | 'error' } | { told: 'message'; data: string } | { told: 'asked' };

interface StreamListener {
  message(data: string): void;
  /** The stream is there: what was missed before can be asked for. */
  open(): void;
  /** It went away; whoever holds it opens it anew. */
  error(): void;
}

/**
 * The server-sent events of one address, followed once for all tabs of a browser: it opens six connections to a host, and seven
 * tabs with a stream each would leave none for what they ask. The tab that holds a lock (Web Locks API) holds the stream and tells
 * the others (BroadcastChannel); when it closes or goes, the next one takes both over. Where there are no locks (no secure
 * context), each tab has a stream of its own.
 */
export class SharedStream {
  private readonly channel: BroadcastChannel | undefined;
  private readonly letGo = new AbortController();
  private events: EventSource | undefined;

  /** @param name shared by those who may read the same, such as the address and who reads; `address` is asked when it is opened */
  constructor(
    name: string,
    private readonly address: () => string,
    private readonly listener: StreamListener,
  ) {
    const locks = (globalThis.navigator as Partial<Navigator> | undefined)?.locks;
    if (!locks) {
      this.lead();
      return;
    }
    this.channel = new BroadcastChannel(name);
    this.channel.onmessage = ({ data }: MessageEvent<Told>) => {
      if (data.told === 'asked') {
        if (this.events) this.tell({ told: this.events.readyState === EventSource.OPEN ? 'open' : 'error' });
      } else if (!this.events) this.hear(data);
    };
    const { signal } = this.letGo;
    const held = new Promise<void>((resolve) => signal.addEventListener('abort', () => resolve()));
    locks
      .request(name, { signal }, () => {
        this.lead();
        return held;
      })
      // Closed while it waited, or while it held.
      .catch(() => undefined);
    this.tell({ told: 'asked' });
  }

  close(): void {
    this.letGo.abort();
    this.events?.close();
    this.channel?.close();
  }

  private lead(): void {
    const events = new EventSource(this.address());
    this.events = events;
    const pass = (told: Told) => {
      this.hear(told);
      this.tell(told);
    };
    events.onmessage = ({ data }: MessageEvent<string>) => pass({ told: 'message', data });
    events.onopen = () => pass({ told: 'open' });
    events.onerror = () => pass({ told: 'error' });
  }

  private hear(told: Told): void {
    if (told.told === 'message') this.listener.message(told.data);
    else if (told.told === 'open') this.listener.open();
    else if (told.told === 'error') this.listener.error();
  }

  private tell(told: Told): void {
    if (!this.letGo.signal.aborted) this.channel?.postMessage(told);
  }
}
