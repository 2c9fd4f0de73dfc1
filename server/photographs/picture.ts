import { imageSize } from 'image-size';

/** A photograph may be this large. */
export const PICTURE_LIMIT = 10 * 1024 * 1024;

export interface Picture {
  readonly type: 'image/png' | 'image/jpeg';
  readonly width: number;
  readonly height: number;
}

const TYPES: Readonly<Record<string, Picture['type']>> = { png: 'image/png', jpg: 'image/jpeg' };

/**
 * What a picture file is, told from its bytes and not from its name. Answers a sentence when it is no PNG or JPEG, or
 * when it ends before its end.
 */
export function readPicture(bytes: Buffer): Picture | string {
  if (bytes.length === 0) return 'The photograph is empty.';
  let read: { type?: string | undefined; width: number; height: number };
  try {
    read = imageSize(bytes);
  } catch {
    return 'This is not a photograph that can be kept here: send a PNG or a JPEG.';
  }
  const type = TYPES[read.type ?? ''];
  if (!type) return `This is a ${(read.type ?? 'file').toUpperCase()}, not a PNG or a JPEG.`;
  if (!(read.width > 0 && read.height > 0)) return 'The photograph has no width or no height.';
  if (!isWhole(bytes, type)) return 'The photograph is cut off: its end is missing. Send it again.';
  return { type, width: read.width, height: read.height };
}

/** A PNG ends with its IEND chunk, a JPEG with its end marker; a camera may write a little after it. */
function isWhole(bytes: Buffer, type: Picture['type']): boolean {
  if (type === 'image/png') return bytes.subarray(-12).includes('IEND');
  return bytes.subarray(-65536).includes(Buffer.from([0xff, 0xd9]));
}
