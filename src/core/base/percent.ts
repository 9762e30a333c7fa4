/** Percent-encoded text (RFC 3986, 2.1) as it reads; where it cannot be read, it stands as it is. */
export function percentDecoded(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}
