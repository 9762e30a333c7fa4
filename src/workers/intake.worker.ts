import { dominantColors } from '@/core/intake/picture';
import type { GatherAsk } from '@/api/intake-protocol';
import { intakeSession } from './intake-session';

/** Pixels a picture is drawn at to be looked at. */
const DRAWN = 256;

async function coloursOf(file: Blob): Promise<ReturnType<typeof dominantColors> | null> {
  let picture: ImageBitmap;
  try {
    picture = await createImageBitmap(file);
  } catch {
    return null;
  }
  const scale = Math.min(1, DRAWN / Math.max(picture.width, picture.height));
  const [width, height] = [
    Math.max(1, Math.round(picture.width * scale)),
    Math.max(1, Math.round(picture.height * scale)),
  ];
  const context = new OffscreenCanvas(width, height).getContext('2d');
  if (!context) return null;
  context.drawImage(picture, 0, 0, width, height);
  picture.close();
  return dominantColors(context.getImageData(0, 0, width, height).data, 8);
}

const session = intakeSession((message) => self.postMessage(message), coloursOf);
self.onmessage = ({ data }: MessageEvent<GatherAsk>) => void session(data);
