/** An address or a text through what the device shares with, else onto the clipboard. @returns what became of it */
export async function handOver(what: string, title: string, as: 'url' | 'text' = 'url'): Promise<string> {
  const name = as === 'url' ? 'Link' : title;
  try {
    if (typeof navigator.share === 'function') {
      await navigator.share(as === 'url' ? { title, url: what } : { title, text: what });
      return `${name} given`;
    }
    await navigator.clipboard.writeText(what);
    return `${name} copied`;
  } catch {
    return `Not handed over: the ${name.toLowerCase()} stands there to be copied`;
  }
}
