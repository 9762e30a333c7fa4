/** A name as parts, props and values have: `btn__label--big` → `btn-label-big`. */
export function plainName(text: string, otherwise: string): string {
  const name = text
    .replace(/([a-z0-9])([A-Z])/g, '$1-$2')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^[-\d]+|-+$/g, '');
  return name.slice(0, 40) || otherwise;
}
