import { unzlibSync } from 'fflate';

/**
 * The tables of a WOFF file as a plain font file: WOFF 1.0, sections 3 to 5; OpenType 1.9, "Organization of an OpenType
 * Font". Checksums are left out, since nothing reads them here.
 * @throws where a table does not unpack to the length it says
 */
export function unpackWoff(woff: Uint8Array): Uint8Array {
  const view = new DataView(woff.buffer, woff.byteOffset, woff.byteLength);
  const tables = Array.from({ length: view.getUint16(12) }, (_, i) => {
    const at = 44 + i * 20;
    const [offset, packed, length] = [
      view.getUint32(at + 4),
      view.getUint32(at + 8),
      view.getUint32(at + 12),
    ];
    if (offset + packed > woff.length || packed > length) throw new Error('A table lies outside the file');
    const raw = woff.subarray(offset, offset + packed);
    const data = packed < length ? unzlibSync(raw, { out: new Uint8Array(length) }) : raw;
    if (data.length !== length) throw new Error('A table is shorter than it says');
    return { tag: woff.subarray(at, at + 4), data };
  });
  const directory = 12 + tables.length * 16;
  const size = tables.reduce((sum, { data }) => sum + padded(data.length), directory);
  const font = new Uint8Array(size);
  const to = new DataView(font.buffer);
  font.set(woff.subarray(4, 8), 0);
  to.setUint16(4, tables.length);
  let at = directory;
  tables.forEach(({ tag, data }, i) => {
    const entry = 12 + i * 16;
    font.set(tag, entry);
    to.setUint32(entry + 8, at);
    to.setUint32(entry + 12, data.length);
    font.set(data, at);
    at += padded(data.length);
  });
  return font;
}

const padded = (length: number) => (length + 3) & ~3;
