'use client';

import { createContext, useEffect, useMemo, type ReactNode } from 'react';
import type { SettableFace } from '@/core/assets/known-fonts';

/** Faces of the open document's own fonts, for whatever draws text in them. */
export const FacesContext = createContext<readonly SettableFace[]>([]);

/** Fonts that ship with the program, each with the file that holds it. */
export const SHIPPED_FILES: readonly [family: string, file: string][] = [
  ['Archivo Variable', 'archivo.woff2'],
  ['Bricolage Grotesque Variable', 'bricolage-grotesque.woff2'],
  ['Commit Mono', 'commit-mono.woff2'],
];

const fetched = new Map<string, Promise<ArrayBuffer>>();

/** The bytes behind an address, fetched once a page. */
export function bytesAt(address: string): Promise<ArrayBuffer> {
  let bytes = fetched.get(address);
  if (!bytes) {
    bytes = fetch(address).then((response) => {
      if (!response.ok) throw new Error(`The font at ${address} cannot be fetched`);
      return response.arrayBuffer();
    });
    bytes.catch(() => fetched.delete(address));
    fetched.set(address, bytes);
  }
  return bytes;
}

export const addressOf = (face: SettableFace) => `/api/v1/files/${face.hash}`;
export const descriptorsOf = ({ weight: [lightest, boldest], italic }: SettableFace) => ({
  weight: lightest === boldest ? String(lightest) : `${lightest} ${boldest}`,
  style: italic ? 'italic' : 'normal',
});

/**
 * Lets everything below set text in the document's own fonts. Names that the program itself is set in stay the
 * program's, so that no upload changes how it looks.
 */
export function Faces({ faces, children }: { faces: readonly SettableFace[]; children: ReactNode }) {
  const text = JSON.stringify(faces);
  const held = useMemo(() => JSON.parse(text) as SettableFace[], [text]);
  useEffect(() => {
    const wanted = held.filter(
      ({ family }) => !SHIPPED_FILES.some(([shipped]) => shipped.toLowerCase() === family.toLowerCase()),
    );
    const added: FontFace[] = [];
    let left = false;
    for (const face of wanted)
      void bytesAt(addressOf(face))
        .then((bytes) => new FontFace(face.family, bytes, descriptorsOf(face)).load())
        .then((loaded) => {
          if (left) return;
          document.fonts.add(loaded);
          added.push(loaded);
        })
        // Text is then set in the next font of its list.
        .catch(() => undefined);
    return () => {
      left = true;
      for (const face of added) document.fonts.delete(face);
    };
  }, [held]);
  return <FacesContext.Provider value={held}>{children}</FacesContext.Provider>;
}
