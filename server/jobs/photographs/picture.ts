/** A photograph may be this large. */
export const PICTURE_LIMIT = 10 * 1024 * 1024;
/** No camera in a workshop takes more; a picture that claims more is there to fill a memory. */
export const MOST_PIXELS = 120_000_000;
/** It is looked at for so long at most; a thread that has to start on a busy machine takes a part of it. */
export const PICTURE_TIME_MS = 6000;

export interface Picture {
  readonly type: 'image/png' | 'image/jpeg';
  readonly width: number;
  readonly height: number;
}
interface Kind {
  readonly type: Picture['type'];
  readonly begins: readonly number[];
  /** Width and height; undefined when the file does not say them where its kind has them. */
  readonly size: (bytes: Buffer) => Pick<Picture, 'width' | 'height'> | undefined;
  readonly isWhole: (bytes: Buffer) => boolean;
}

/** PNG (ISO/IEC 15948) and JPEG (ISO/IEC 10918-1), told by their first bytes: nothing else is looked into. */
const KINDS: readonly Kind[] = [
  {
    type: 'image/png',
    begins: [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a],
    size: (bytes) =>
      bytes.length >= 24 && bytes.toString('latin1', 12, 16) === 'IHDR'
        ? { width: bytes.readUInt32BE(16), height: bytes.readUInt32BE(20) }
        : undefined,
    isWhole: (bytes) => bytes.subarray(-12).includes('IEND'),
  },
  {
    type: 'image/jpeg',
    begins: [0xff, 0xd8, 0xff],
    size: jpegSize,
    // A camera may write a little after the end marker.
    isWhole: (bytes) => bytes.subarray(-65536).includes(Buffer.from([0xff, 0xd9])),
  },
];

/** From segment to segment, each skipped by its length, to the one that begins a frame. */
function jpegSize(bytes: Buffer): Pick<Picture, 'width' | 'height'> | undefined {
  let at = 2;
  while (at + 9 < bytes.length) {
    if (bytes[at] !== 0xff) return undefined;
    const marker = bytes[at + 1] ?? 0;
    if (marker === 0xff) {
      at++;
      continue;
    }
    // C4, C8 and CC are tables and reserved; the other Cn begin a frame.
    if (marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker))
      return { height: bytes.readUInt16BE(at + 5), width: bytes.readUInt16BE(at + 7) };
    const length = bytes.readUInt16BE(at + 2);
    if (length < 2) return undefined;
    at += 2 + length;
  }
  return undefined;
}

const kindOf = (given: Uint8Array): Kind | undefined =>
  KINDS.find(({ begins }) => begins.every((byte, i) => given[i] === byte));

/** Why bytes are no picture at all, by the first of them; undefined where they may be one. */
export function noPicture(given: Uint8Array): string | undefined {
  if (given.length === 0) return 'The photograph is empty.';
  return kindOf(given) ? undefined : 'This is not a photograph that can be kept here: send a PNG or a JPEG.';
}

/**
 * What a picture file is, told from its bytes and not from its name. Answers a sentence when it is no PNG or JPEG, when
 * it has more pixels than can be shown, or when it ends before its end. Runs in a thread, with a limit of time.
 */
export function readPicture(given: Uint8Array): Picture | string {
  const kind = kindOf(given);
  if (!kind) return noPicture(given) ?? '';
  const bytes = Buffer.from(given.buffer, given.byteOffset, given.byteLength);
  const size = kind.size(bytes);
  if (!size) return 'The photograph is damaged: its size cannot be read. Save it again as PNG or JPEG.';
  if (!(size.width > 0 && size.height > 0)) return 'The photograph has no width or no height.';
  if (size.width * size.height > MOST_PIXELS)
    return (
      `The photograph has ${size.width} × ${size.height} pixels; at most ${MOST_PIXELS / 1e6} million ` +
      'can be kept. Send a smaller one.'
    );
  if (!kind.isWhole(bytes)) return 'The photograph is cut off: its end is missing. Send it again.';
  return { type: kind.type, ...size };
}

declare module '../../base/work/tasks.js' {
  interface Tasks {
    readonly picture: { readonly task: Uint8Array; readonly answer: Picture | string };
  }
}
