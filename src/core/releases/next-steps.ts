/** A release that is offered to a document that has one of the same library. */
interface Offer {
  /** The library's name, and its name in addresses. */
  library: string;
  slug: string;
  /** What the document has, and why that was withdrawn; null where it stands. */
  version: string;
  withdrawn: string | null;
  /** The newest that is offered; null where it has that. */
  newest: string | null;
}

/** How a library that somebody maintains stands. */
export interface LibraryStanding {
  name: string;
  slug: string;
  isEmpty: boolean;
  /** Its last release; null before the first. */
  last: string | null;
  /** Whether the draft holds anything that the last release does not, or lacks anything of it. */
  isChanged: boolean;
  parent: Offer | null;
}

/** How a product that somebody maintains stands. */
export interface ProductStanding {
  name: string;
  slug: string;
  screens: number;
  pins: Offer[];
}

/** What somebody can do next: why, as one sentence, and the page where it is done. */
interface NextStep {
  why: string;
  /** On the link: a verb and its object. */
  label: string;
  /** From the root of the application: `/products/booking-site/upgrade/keel/1.1.0`. */
  href: string;
}

/**
 * What waits for a person, what presses most first: a release that was withdrawn under what they maintain; work that failed;
 * upgrades; what is not released yet; what has only begun; messages not read.
 * @param told messages that the person has not read, newest first, with where they lead
 * @param readable released libraries that the person may read: where they maintain nothing, its guides are where to begin
 */
export function nextSteps(
  libraries: readonly LibraryStanding[],
  products: readonly ProductStanding[],
  told: readonly { kind: string; title: string; href: string }[],
  readable: readonly { name: string; slug: string; version: string }[] = [],
): NextStep[] {
  const taken = [
    ...products.flatMap(({ name, slug, pins }) =>
      pins.map((pin) => ({ name, pin, upgrade: `/products/${slug}/upgrade/${pin.slug}/`, at: `/products/${slug}` })),
    ),
    ...libraries.flatMap(({ name, slug, parent }) =>
      parent
        ? [{ name, pin: parent, upgrade: `/libraries/${slug}/releases/parent/`, at: `/libraries/${slug}/releases` }]
        : [],
    ),
  ]; // prettier-ignore
  const steps: NextStep[] = [];
  for (const { name, pin, upgrade, at } of taken)
    if (pin.withdrawn !== null)
      steps.push({
        why: `${pin.library} ${pin.version}, which ${name} has, was withdrawn: ${sentence(pin.withdrawn)}`,
        ...(pin.newest === null
          ? { label: `Open ${name}`, href: at }
          : { label: `Review ${pin.library} ${pin.newest}`, href: upgrade + pin.newest }),
      });
  for (const { kind, title, href } of told)
    if (kind === 'job') steps.push({ why: sentence(title), label: 'See what failed', href });
  for (const { name, pin, upgrade } of taken)
    if (pin.withdrawn === null && pin.newest !== null)
      steps.push({
        why: `${pin.library} ${pin.newest} is out. ${name} has ${pin.version}.`,
        label: 'Review upgrade',
        href: upgrade + pin.newest,
      });
  for (const { name, slug, isEmpty, last, isChanged } of libraries)
    if (!isEmpty && (last === null || isChanged))
      steps.push({
        why: last === null ? `${name} is not released yet.` : `${name} has changes since ${last} that are not released.`,
        label: 'Review changes',
        href: `/libraries/${slug}/releases`,
      }); // prettier-ignore
  for (const { name, slug, isEmpty } of libraries)
    if (isEmpty)
      steps.push({
        why: `${name} has no tokens yet.`,
        label: 'Import files',
        href: `/libraries/${slug}/import`,
      });
  for (const { name, slug, screens } of products)
    if (screens === 0)
      steps.push({ why: `${name} has no screens yet.`, label: `Open ${name}`, href: `/products/${slug}` });
  const known = new Set(steps.map(({ href }) => href));
  for (const { kind, title, href } of told)
    if (kind !== 'job' && !known.has(href))
      steps.push({ why: sentence(title), label: 'Open message', href: '/inbox' });
  const [first] = readable;
  if (libraries.length + products.length === 0 && first)
    steps.push({
      why: `${first.name} ${first.version} is the newest release.`,
      label: 'Read guides',
      href: `/libraries/${first.slug}/guides`,
    });
  return steps;
}

const sentence = (text: string): string => (/[.!?]$/.test(text) ? text : `${text}.`);
