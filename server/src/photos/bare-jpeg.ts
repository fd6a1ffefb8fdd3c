/**
 * A JPEG with nothing in it but the picture: where and with what it was taken (APP1 to APP15), comments, and whatever hangs on
 * behind the picture are left out. The segments are those of ITU-T T.81, B.1.1; JFIF (APP0) stays, and so does Adobe's APP14, which
 * says how the colors are stored.
 * @returns null where this is no JPEG, or one that is cut off
 */
export function bareJpeg(bytes: Uint8Array): Uint8Array | null {
  const at = (i: number): number => bytes[i] ?? -1;
  if (at(0) !== 0xff || at(1) !== SOI) return null;
  const kept: Uint8Array[] = [bytes.subarray(0, 2)];
  let i = 2;
  let pictures = 0;
  for (;;) {
    if (at(i) !== 0xff) return null;
    // Bytes that fill up before a marker.
    while (at(i + 1) === 0xff) i++;
    const marker = at(i + 1);
    if (marker === EOI) break;
    const end = i + 2 + at(i + 2) * 256 + at(i + 3);
    if (marker < 0 || end <= i + 3 || end > bytes.length) return null;
    if (!isTold(marker)) kept.push(bytes.subarray(i, end));
    i = end;
    if (marker !== SOS) continue;
    pictures++;
    // The picture itself, up to the next marker that is none of its own.
    const from = i;
    while (i < bytes.length - 1 && !(at(i) === 0xff && at(i + 1) !== 0 && !isRestart(at(i + 1)))) i++;
    if (i >= bytes.length - 1) return null;
    kept.push(bytes.subarray(from, i));
  }
  if (pictures === 0) return null;
  kept.push(Uint8Array.of(0xff, EOI));
  return Buffer.concat(kept);
}

const SOI = 0xd8;
const EOI = 0xd9;
const SOS = 0xda;
const COMMENT = 0xfe;
const ADOBE = 0xee;
const isRestart = (marker: number): boolean => marker >= 0xd0 && marker <= 0xd7;
/** Does a segment tell of something other than the picture? */
const isTold = (marker: number): boolean =>
  marker === COMMENT || (marker >= 0xe1 && marker <= 0xef && marker !== ADOBE);
