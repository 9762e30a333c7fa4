'use client';

import { Alert, Button, Group } from '@mantine/core';
import { startTransition, useContext, useEffect, useRef, useState } from 'react';
import { addressOf, bytesAt, descriptorsOf, FacesContext, SHIPPED_FILES } from './faces';
import { messageCounter, readMessage } from './frame-messages';
import { gridOverlay, type LayoutGrid } from '@/core/tokens/spacing-sets';
import type { MeasuredPart } from '@/core/components/measured';
import type { PlayedBehaviour } from '@/core/components/behaviour';
import type { Trace } from '@/core/components/trace';
import classes from './specimen.module.css';

export interface PreviewProps {
  title: string;
  html: string;
  css: string;
  /** Data attributes of the frame's root: the lens. */
  attributes: Record<string, string>;
  /** CSS pixels; undefined: as wide as there is room. */
  width?: number;
  /** Shrinks the drawing; 1 is life size. */
  scale?: number;
  /** As high as the drawing may stand here, in CSS pixels: what is higher, or wider than there is room, is shrunk further. */
  fit?: number;
  backdrop?: string;
  padding?: number;
  marked?: string[];
  /** Outlines the parts whose look comes from a token, and says what of them does. */
  trace?: Trace | null;
  /** Columns laid over the drawing. */
  grid?: LayoutGrid | null;
  /** The way text runs. */
  dir?: 'ltr' | 'rtl';
  /** How large text is that follows the reader's own size; 1 is as usual. */
  textSize?: number;
  /** CSS properties to be told of every part, with its box. */
  measure?: readonly string[];
  onMeasured?: (boxes: MeasuredPart[]) => void;
  /** The part outlined, by its place among those measured. */
  chosen?: number | null;
  /** What the component does by itself and tells, played as the specimen is drawn; and its own script. */
  behaviours?: readonly PlayedBehaviour[];
  script?: string;
  /** Counts up to play it all again. */
  play?: number;
  /** Plays it all again; offered where the component has left its frame. */
  replay?: () => void;
  /** Draws it without its script; offered where that stopped the frame. */
  stopScript?: () => void;
  /** Hears what happens in the frame, as one line each. */
  onSaid?: (text: string) => void;
  onPick?: (picked: { placement?: string; cell?: string; part?: number }) => void;
}

const SILENCE = 6000;
/** Smaller than this nothing can be made out. */
const SMALLEST = 0.2;

/** Library markup, drawn in a frame that can reach neither this page nor the network. */
export function PreviewFrame(props: PreviewProps) {
  const [attempt, setAttempt] = useState(0);
  // A frame whose policy lets a script run is another frame, with everything to be sent to it anew.
  return (
    <Frame
      key={`${props.script ? 'live' : 'still'} ${attempt}`}
      {...props}
      reload={() => setAttempt(attempt + 1)}
    />
  );
}

/** Why a frame was taken away. */
const STOPPED = {
  silent: 'It was removed so that the page stays usable. Change what it draws, or reload the specimen.',
  flood: 'It sent more messages than the page can read, and was removed so that the page stays usable.',
} as const;

function Frame({
  title,
  html,
  css,
  attributes,
  width,
  scale: asked = 1,
  fit,
  backdrop,
  padding,
  marked,
  trace,
  grid,
  dir,
  textSize,
  measure,
  onMeasured,
  chosen,
  behaviours,
  script,
  play,
  replay,
  onSaid,
  onPick,
  stopScript,
  reload,
}: PreviewProps & { reload: () => void }) {
  const frame = useRef<HTMLIFrameElement>(null);
  // As high as it may be until it says how high it is: what stands below moves little then.
  const [height, setHeight] = useState(fit === undefined ? 40 : fit / asked);
  const [shrunk, setShrunk] = useState(asked);
  const scale = Math.min(asked, shrunk);
  const [traced, setTraced] = useState<[name: string, times: number][]>([]);
  const [ready, setReady] = useState(false);
  /** Before, it is an empty page, white in the dark scheme too. */
  const [drawn, setDrawn] = useState(false);
  const faces = useContext(FacesContext);
  /** A frame is sent each font once. */
  const sent = useRef(new Set<string>());
  const [stopped, setStopped] = useState<keyof typeof STOPPED | null>(null);
  /** That the component has left, in the words of the log. */
  const [left, setLeft] = useState('');
  const heard = useRef({ onPick, onMeasured, onSaid });
  useEffect(() => {
    heard.current = { onPick, onMeasured, onSaid };
  });

  useEffect(() => {
    let last = Date.now();
    const tooMany = messageCounter();
    const hear = (event: MessageEvent) => {
      if (event.source !== frame.current?.contentWindow) return;
      if (tooMany(Date.now())) return setStopped('flood');
      const message = readMessage(event.data);
      if (!message) return;
      last = Date.now();
      if (message.frame === 'ready') setReady(true);
      if (message.frame === 'size') {
        const high = Math.min(20_000, Math.max(16, message.height));
        setHeight(high);
        setDrawn(true);
        // A smaller one is laid out wider, and is no higher for it: it shrinks once, and stays.
        const room = frame.current.parentElement?.clientWidth ?? 0;
        if (fit !== undefined)
          setShrunk((now) => {
            const isWide = room > 0 && message.width > room / Math.min(asked, now) + 1;
            const whole = Math.min(fit / high, isWide ? room / message.width : 1);
            return Math.min(now, Math.max(SMALLEST, whole));
          });
      }
      if (message.frame === 'traced') setTraced(message.found);
      if (message.frame === 'said') {
        heard.current.onSaid?.(message.text);
        if (message.left) setLeft(message.text);
      }
      // What is worked out from the boxes may take its time: keys are heard between.
      if (message.frame === 'measured') startTransition(() => heard.current.onMeasured?.(message.boxes));
      if (message.frame === 'pick') heard.current.onPick?.(message);
    };
    window.addEventListener('message', hear);
    const beat = setInterval(() => {
      if (document.hidden) last = Date.now();
      else if (Date.now() - last > SILENCE) setStopped('silent');
      frame.current?.contentWindow?.postMessage({ kind: 'beat' }, '*');
    }, 1500);
    return () => {
      window.removeEventListener('message', hear);
      clearInterval(beat);
    };
  }, [fit, asked]);

  useEffect(() => {
    if (!ready) return;
    const send = (key: string, family: string, address: string, descriptors: object) => {
      if (sent.current.has(key) || !css.includes(family)) return;
      sent.current.add(key);
      bytesAt(address).then(
        (bytes) =>
          frame.current?.contentWindow?.postMessage({ kind: 'font', family, bytes, descriptors }, '*'),
        // Text is then set in the next font of its list.
        () => sent.current.delete(key),
      );
    };
    for (const [family, file] of SHIPPED_FILES) send(file, family, `/fonts/${file}`, { weight: '100 900' });
    for (const face of faces) send(face.hash, face.family, addressOf(face), descriptorsOf(face));
  }, [ready, css, faces]);

  const drawing = JSON.stringify({
    kind: 'draw',
    html,
    css: trace ? css + trace.css : css,
    attributes,
    backdrop,
    padding,
    marked,
    ...(trace && { traced: trace.properties }),
    ...(grid && { grid: gridOverlay(grid) }),
    ...(dir && { dir }),
    ...(textSize && textSize !== 1 && { textSize }),
    ...(measure && { measure, chosen }),
    ...(behaviours && { behaviours, play }),
    ...(script && { script, play }),
  });
  useEffect(() => {
    if (!ready) return;
    setLeft('');
    frame.current?.contentWindow?.postMessage(JSON.parse(drawing), '*');
  }, [ready, drawing]);

  if (stopped) {
    return (
      <Alert color="red" title="Specimen stopped">
        {STOPPED[stopped]}
        <Group gap="xs" mt="xs">
          <Button size="compact-sm" variant="default" onClick={reload}>
            Reload specimen
          </Button>
          {script && stopScript ? (
            <Button size="compact-sm" variant="default" onClick={stopScript}>
              Reload without its script
            </Button>
          ) : null}
        </Group>
      </Alert>
    );
  }
  return (
    <>
      <div
        className={classes.holder}
        data-specimen
        tabIndex={width === undefined ? undefined : 0}
        style={{ height: height * scale, overflow: width === undefined ? 'hidden' : 'auto' }}
      >
        <iframe
          ref={frame}
          title={title}
          src={script ? '/preview?live' : '/preview'}
          sandbox="allow-scripts"
          style={{
            width: width ?? (scale === 1 ? '100%' : `${100 / scale}%`),
            height,
            visibility: drawn ? undefined : 'hidden',
            transform: scale === 1 ? undefined : `scale(${scale})`,
          }}
        />
        {left && replay ? (
          <p className={classes.left}>
            {left}
            <Button size="compact-xs" variant="default" onClick={replay}>
              Replay
            </Button>
          </p>
        ) : null}
      </div>
      {trace ? (
        <p className={classes.traced} data-traced={traced.length}>
          {traced.length === 0
            ? 'Token not used in this rendering.'
            : traced.map(([name, times]) => (times > 1 ? `${name} (${times})` : name)).join(', ')}
        </p>
      ) : null}
    </>
  );
}
