/** Long edge of a kept photograph, px: a plug's electrode is told at this, and it goes through a bad signal. */
const LONG_EDGE = 1280;
const QUALITY = 0.72;
/** Base64 characters that the server takes. */
const LARGEST = 900_000;

/** A picture made small enough to keep and send. @throws Error in words when it is no picture */
export async function shrink(file: Blob): Promise<{ mime: 'image/jpeg'; data: string }> {
  const bitmap = await createImageBitmap(file).catch(() => {
    throw new Error('That is no picture this browser can read');
  });
  const canvas = document.createElement('canvas');
  for (let edge = LONG_EDGE, quality = QUALITY; ; edge *= 0.75, quality *= 0.9) {
    const { width, height } = fitted(bitmap.width, bitmap.height, edge);
    canvas.width = width;
    canvas.height = height;
    canvas.getContext('2d')?.drawImage(bitmap, 0, 0, width, height);
    const data = canvas.toDataURL('image/jpeg', quality).split(',')[1] ?? '';
    if (data.length <= LARGEST || edge < 200) {
      bitmap.close();
      return { mime: 'image/jpeg', data };
    }
  }
}

/** Width and height with their long edge at most `edge`, whole pixels. */
export function fitted(width: number, height: number, edge: number): { width: number; height: number } {
  const scale = Math.min(1, edge / Math.max(width, height));
  return { width: Math.max(1, Math.round(width * scale)), height: Math.max(1, Math.round(height * scale)) };
}
