/** JSON pointers, RFC 6901. */

export function pointerOf(segments: readonly string[]): string {
  let pointer = '';
  for (const segment of segments) {
    pointer += '/' + (/[~/]/.test(segment) ? segment.replace(/~/g, '~0').replace(/\//g, '~1') : segment);
  }
  return pointer;
}

/** The segments of a pointer, or of its URI fragment form (`#/a/b`); undefined where it is neither. */
export function pointerSegments(pointer: string): string[] | undefined {
  let text = pointer;
  if (text.startsWith('#')) {
    try {
      text = decodeURIComponent(text.slice(1));
    } catch {
      return undefined;
    }
  }
  if (text === '') return [];
  if (!text.startsWith('/') || /~(?![01])/.test(text)) return undefined;
  return text
    .slice(1)
    .split('/')
    .map((segment) => segment.replace(/~1/g, '/').replace(/~0/g, '~'));
}
