import type { PartCode } from './code';
import { kotlin } from './kotlin';
import { swift } from './swift';
import { xml } from './xml';

/** Languages a measured part is written in besides the CSS that its rules say. */
export const PART_CODES: readonly PartCode[] = [swift, kotlin, xml];
