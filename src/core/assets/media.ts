/** The media type of a picture by its first bytes (the formats' own signatures); undefined: none that is known. */
export function pictureMediaType(bytes: Uint8Array): string | undefined {
  const starts = (...signature: number[]) => signature.every((byte, i) => bytes[i] === byte);
  const text = (from: number, to: number) => String.fromCharCode(...bytes.subarray(from, to));
  if (starts(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a)) return 'image/png';
  if (starts(0xff, 0xd8, 0xff)) return 'image/jpeg';
  if (text(0, 6) === 'GIF87a' || text(0, 6) === 'GIF89a') return 'image/gif';
  if (text(0, 4) === 'RIFF' && text(8, 12) === 'WEBP') return 'image/webp';
  return undefined;
}

/** Whether these bytes are text that begins as an SVG does. */
export const looksLikeSvg = (bytes: Uint8Array): boolean =>
  /^\uFEFF?\s*(<\?xml|<!--|<!DOCTYPE svg|<svg[\s>])/i.test(new TextDecoder().decode(bytes.subarray(0, 400)));
