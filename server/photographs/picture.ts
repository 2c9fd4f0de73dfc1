import { imageSize } from 'image-size';

/** A photograph may be this large. */
export const PICTURE_LIMIT = 10 * 1024 * 1024;
/** No camera in a workshop takes more; a picture that claims more is there to fill a memory. */
export const MOST_PIXELS = 120_000_000;
/** It is looked at for so long at most. */
export const PICTURE_TIME_MS = 3000;

export interface Picture {
  readonly type: 'image/png' | 'image/jpeg';
  readonly width: number;
  readonly height: number;
}

const MAGIC: readonly { readonly type: Picture['type']; readonly begins: readonly number[] }[] = [
  { type: 'image/png', begins: [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a] },
  { type: 'image/jpeg', begins: [0xff, 0xd8, 0xff] },
];

/** PNG or JPEG by its first bytes; nothing else is ever handed to a reader of pictures. */
const typeOf = (bytes: Uint8Array): Picture['type'] | undefined => MAGIC.find(({ begins }) => begins.every((byte, i) => bytes[i] === byte))?.type;

/**
 * What a picture file is, told from its bytes and not from its name. Answers a sentence when it is no PNG or JPEG, when it has
 * more pixels than can be shown, or when it ends before its end. Runs in a thread, with a limit of time.
 */
export function readPicture(bytes: Uint8Array): Picture | string {
  if (bytes.length === 0) return 'The photograph is empty.';
  const type = typeOf(bytes);
  if (!type) return 'This is not a photograph that can be kept here: send a PNG or a JPEG.';
  let read: { width: number; height: number };
  try {
    read = imageSize(bytes);
  } catch {
    return 'The photograph is damaged: its size cannot be read. Save it again as PNG or JPEG.';
  }
  if (!(read.width > 0 && read.height > 0)) return 'The photograph has no width or no height.';
  if (read.width * read.height > MOST_PIXELS)
    return `The photograph has ${read.width} × ${read.height} pixels; at most ${MOST_PIXELS / 1e6} million can be kept. Send a smaller one.`;
  if (!isWhole(Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength), type)) return 'The photograph is cut off: its end is missing. Send it again.';
  return { type, width: read.width, height: read.height };
}

/** A PNG ends with its IEND chunk, a JPEG with its end marker; a camera may write a little after it. */
function isWhole(bytes: Buffer, type: Picture['type']): boolean {
  if (type === 'image/png') return bytes.subarray(-12).includes('IEND');
  return bytes.subarray(-65536).includes(Buffer.from([0xff, 0xd9]));
}
