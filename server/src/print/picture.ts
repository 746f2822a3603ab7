import sharp from 'sharp';

/** The largest picture that is decoded at all, pixels: a phone's own is a third of it. */
const MOST_PIXELS = 40e6;
const LONG_EDGE = 1600;
const SMALL_EDGE = 640;

/** As a picture is kept: decoded, upright, encoded anew. */
export interface Picture {
  mime: 'image/jpeg';
  image: Buffer;
  small: Buffer;
}

/**
 * Decodes a picture and encodes it anew, so that what is kept and shown to others is a picture and nothing else: no
 * place, no camera, no bytes behind the end.
 *
 * @param sent a JPEG, PNG or WebP
 * @returns nothing where it is none of these, broken, or larger than is decoded
 */
export async function pictureOf(sent: Buffer): Promise<Picture | undefined> {
  try {
    const decoded = sharp(sent, { limitInputPixels: MOST_PIXELS, failOn: 'error', animated: false });
    const { format } = await decoded.metadata();
    if (format === undefined || !TAKEN.has(format)) return undefined;
    // Upright by what the camera said, before that goes; on white where it is see-through.
    const upright = decoded.rotate().flatten({ background: '#ffffff' });
    const within = (edge: number, quality: number) =>
      upright
        .clone()
        .resize({ width: edge, height: edge, fit: 'inside', withoutEnlargement: true })
        .jpeg({ quality, mozjpeg: true })
        .toBuffer();
    const [image, small] = await Promise.all([within(LONG_EDGE, 82), within(SMALL_EDGE, 72)]);
    return { mime: 'image/jpeg', image, small };
  } catch {
    return undefined;
  }
}
const TAKEN: ReadonlySet<string> = new Set(['jpeg', 'png', 'webp']);
