/** An address through what the device shares with, else onto the clipboard. @returns what became of it, in words */
export async function handOver(url: string, title: string): Promise<string> {
  try {
    if (typeof navigator.share === 'function') {
      await navigator.share({ title, url });
      return 'Link given';
    }
    await navigator.clipboard.writeText(url);
    return 'Link copied';
  } catch {
    return 'Not handed over: the link stands there to be copied';
  }
}
