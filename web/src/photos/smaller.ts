import { MOST_PHOTO_BYTES, PHOTO_EDGE_PX } from '@elwand/core';

/** A picture as it is kept: drawn anew and smaller, so that nothing of where and with what it was taken is left in it. */
export interface Smaller {
  readonly jpeg: Blob;
  readonly widthPx: number;
  readonly heightPx: number;
}

/** The size of a picture whose longer edge is no longer than that; a small one stays as it is. */
export function fitted(
  widthPx: number,
  heightPx: number,
  edgePx: number,
): { widthPx: number; heightPx: number } {
  const by = Math.min(1, edgePx / Math.max(widthPx, heightPx));
  return { widthPx: Math.max(1, Math.round(widthPx * by)), heightPx: Math.max(1, Math.round(heightPx * by)) };
}

/** Qualities that are tried one after the other until the picture is small enough. */
const QUALITIES = [0.82, 0.7, 0.55, 0.4];

/**
 * A photo from a camera or a file, turned upright and made smaller.
 * @returns null where the browser can't read it as a picture
 */
export async function smaller(file: Blob): Promise<Smaller | null> {
  let picture: ImageBitmap;
  try {
    picture = await createImageBitmap(file, { imageOrientation: 'from-image' });
  } catch {
    return null;
  }
  try {
    const size = fitted(picture.width, picture.height, PHOTO_EDGE_PX);
    const canvas = document.createElement('canvas');
    canvas.width = size.widthPx;
    canvas.height = size.heightPx;
    const pen = canvas.getContext('2d');
    if (!pen) return null;
    // What is see-through would be black in a JPEG.
    pen.fillStyle = 'white';
    pen.fillRect(0, 0, size.widthPx, size.heightPx);
    pen.imageSmoothingQuality = 'high';
    pen.drawImage(picture, 0, 0, size.widthPx, size.heightPx);
    for (const quality of QUALITIES) {
      const jpeg = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', quality));
      if (jpeg && jpeg.size <= MOST_PHOTO_BYTES) return { jpeg, ...size };
    }
    return null;
  } finally {
    picture.close();
  }
}
