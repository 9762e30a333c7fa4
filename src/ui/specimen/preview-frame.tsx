'use client';

import { Alert } from '@mantine/core';
import { useContext, useEffect, useRef, useState } from 'react';
import { addressOf, bytesAt, descriptorsOf, FacesContext, SHIPPED_FILES } from './faces';
import { gridOverlay, type LayoutGrid } from '@/core/tokens/spacing-sets';
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
  /** Shrinks the drawing to fit; 1 is life size. */
  scale?: number;
  ground?: string;
  padding?: number;
  marked?: string[];
  /** Outlines the parts whose look comes from a token, and says what of them does. */
  trace?: Trace | null;
  /** Columns laid over the drawing. */
  grid?: LayoutGrid | null;
  onPick?: (picked: { placement?: string; cell?: string }) => void;
}

const SILENCE = 6000;

/** Library markup, drawn in a frame that can reach neither this page nor the network. */
export function PreviewFrame({
  title,
  html,
  css,
  attributes,
  width,
  scale = 1,
  ground,
  padding,
  marked,
  trace,
  grid,
  onPick,
}: PreviewProps) {
  const frame = useRef<HTMLIFrameElement>(null);
  const [height, setHeight] = useState(40);
  const [traced, setTraced] = useState<[name: string, times: number][]>([]);
  const [ready, setReady] = useState(false);
  const faces = useContext(FacesContext);
  /** A frame is sent each font once. */
  const sent = useRef(new Set<string>());
  const [hung, setHung] = useState(false);
  const pick = useRef(onPick);
  useEffect(() => {
    pick.current = onPick;
  });

  useEffect(() => {
    let heard = Date.now();
    const hear = (event: MessageEvent) => {
      if (event.source !== frame.current?.contentWindow) return;
      const message = event.data as {
        frame?: string;
        height?: number;
        placement?: string;
        cell?: string;
        found?: [name: string, times: number][];
      };
      heard = Date.now();
      if (message.frame === 'ready') setReady(true);
      if (message.frame === 'size' && typeof message.height === 'number')
        setHeight(Math.min(20_000, Math.max(16, message.height)));
      if (message.frame === 'traced') setTraced((message.found ?? []).slice(0, 40));
      if (message.frame === 'pick') pick.current?.({ placement: message.placement, cell: message.cell });
    };
    window.addEventListener('message', hear);
    const beat = setInterval(() => {
      if (document.hidden) heard = Date.now();
      else if (Date.now() - heard > SILENCE) setHung(true);
      frame.current?.contentWindow?.postMessage({ kind: 'beat' }, '*');
    }, 1500);
    return () => {
      window.removeEventListener('message', hear);
      clearInterval(beat);
    };
  }, []);

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
    ground,
    padding,
    marked,
    ...(trace && { traced: trace.properties }),
    ...(grid && { grid: gridOverlay(grid) }),
  });
  useEffect(() => {
    if (ready) frame.current?.contentWindow?.postMessage(JSON.parse(drawing), '*');
  }, [ready, drawing]);

  if (hung) {
    return (
      <Alert color="red" title="This specimen stopped answering">
        It was taken off the page so that nothing else stands still. Change what it draws, then open it again.
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
          src="/preview"
          sandbox="allow-scripts"
          style={{
            width: width ?? (scale === 1 ? '100%' : `${100 / scale}%`),
            height,
            transform: scale === 1 ? undefined : `scale(${scale})`,
          }}
        />
      </div>
      {trace ? (
        <p className={classes.traced} data-traced={traced.length}>
          {traced.length === 0
            ? 'Not used here as it is drawn.'
            : traced.map(([name, times]) => (times > 1 ? `${name} (${times})` : name)).join(', ')}
        </p>
      ) : null}
    </>
  );
}
