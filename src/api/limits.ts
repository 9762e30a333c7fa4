/** Widths specimens are looked at in, in CSS pixels, until a workspace says otherwise: common practice, no source. */
export const PREVIEW_WIDTHS: readonly number[] = [400, 800, 1200];
export const NARROWEST = 100;
export const WIDEST = 4000;
export const MOST_WIDTHS = 6;
