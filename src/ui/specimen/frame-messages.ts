import type { MeasuredPart } from '@/core/components/measured';

/** What a specimen's frame tells its page. A component's script runs in that frame and may send anything at all. */
type FrameMessage =
  | { frame: 'ready' | 'beat' }
  | { frame: 'size'; height: number; width: number }
  | { frame: 'reveal'; top: number }
  | { frame: 'said'; text: string; left: boolean }
  | { frame: 'traced'; found: [name: string, times: number][] }
  | { frame: 'measured'; boxes: MeasuredPart[] }
  | { frame: 'pick'; placement?: string; cell?: string; part?: number };

type Fields = Record<string, unknown>;

const LONGEST_TEXT = 300;
/** As many parts as the frame itself measures. */
const MOST_PARTS = 2000;

const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const isText = (value: unknown, most = LONGEST_TEXT): value is string =>
  typeof value === 'string' && value.length <= most;
const isNumber = (value: unknown): value is number => typeof value === 'number' && Number.isFinite(value);
const isWhole = (value: unknown): value is number => Number.isInteger(value) && (value as number) >= -1;
const isNumbers = (value: unknown, count: number) =>
  Array.isArray(value) && value.length === count && value.every(isNumber);

function isBox(value: unknown): value is MeasuredPart {
  if (!isFields(value)) return false;
  const { part, owner, tag, text, cell, within, operated, style } = value;
  return (
    [part, owner, tag, text].every((one) => isText(one)) &&
    (cell === null || isText(cell)) &&
    (within === null || isWhole(within)) &&
    typeof operated === 'boolean' &&
    ['x', 'y', 'width', 'height'].every((name) => isNumber(value[name])) &&
    ['padding', 'border', 'margin'].every((name) => isNumbers(value[name], 4)) &&
    isNumbers(value.gap, 2) &&
    isFields(style) &&
    Object.values(style).every((one) => isText(one, 2000))
  );
}

/** Of a message from a frame what can be used; undefined where it is none of those a frame sends. */
export function readMessage(data: unknown): FrameMessage | undefined {
  if (!isFields(data)) return undefined;
  switch (data.frame) {
    case 'ready':
    case 'beat':
      return { frame: data.frame };
    case 'size':
      return isNumber(data.height) && isNumber(data.width)
        ? { frame: 'size', height: data.height, width: data.width }
        : undefined;
    case 'reveal':
      return isNumber(data.top) ? { frame: 'reveal', top: data.top } : undefined;
    case 'said':
      return isText(data.text) && data.text !== ''
        ? { frame: 'said', text: data.text, left: data.left === true }
        : undefined;
    case 'traced': {
      const { found } = data;
      if (!Array.isArray(found)) return undefined;
      const pairs = found
        .slice(0, 40)
        .filter(
          (pair): pair is [string, number] =>
            Array.isArray(pair) && pair.length === 2 && isText(pair[0]) && isNumber(pair[1]),
        );
      return { frame: 'traced', found: pairs };
    }
    case 'measured': {
      const { boxes } = data;
      if (!Array.isArray(boxes) || boxes.length > MOST_PARTS || !boxes.every(isBox)) return undefined;
      return { frame: 'measured', boxes };
    }
    case 'pick': {
      const { placement, cell, part } = data;
      if (isText(placement)) return { frame: 'pick', placement };
      if (isText(cell)) return { frame: 'pick', cell };
      return isWhole(part) ? { frame: 'pick', part } : undefined;
    }
    default:
      return undefined;
  }
}

/** Messages a second that a specimen may send: drawing one again with every key stays far below. */
const MOST_A_SECOND = 200;

/** Counts messages as they come; answers whether there are more than a page can be asked to read. */
export function messageCounter(): (now: number) => boolean {
  let began = 0;
  let count = 0;
  return (now) => {
    if (now - began >= 1000) {
      began = now;
      count = 0;
    }
    return ++count > MOST_A_SECOND;
  };
}
