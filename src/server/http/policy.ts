/** What the browser is to refuse of each answer (Content Security Policy Level 3). */
const NOTHING_ELSE = "object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

/**
 * Of a page: its scripts are those of the program, and of what stands in the page itself those that carry this page's
 * nonce. Styles are set by the components they belong to.
 */
export const pagePolicy = (nonce: string): string =>
  `default-src 'self'; script-src 'self' 'nonce-${nonce}'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; font-src 'self' data:; connect-src 'self'; worker-src 'self' blob:; frame-src 'self'; ${NOTHING_ELSE}`;

/** Of a part of the program: a worker begun from it may load what is the program's own. */
export const partPolicy = `default-src 'self'; style-src 'self' 'unsafe-inline'; connect-src 'self'; worker-src 'self' blob:; ${NOTHING_ELSE}`;

/** Of an answer that is data. */
export const dataPolicy = "default-src 'none'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'";

/** The nonce of a page's policy, for what the page itself writes in it. */
export const nonceOf = (policy: string | null): string | undefined =>
  /'nonce-([^']+)'/.exec(policy ?? '')?.[1];
