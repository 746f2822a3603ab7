/**
 * Where a worker lies: the build names it by its content and says so in the page; while developing it has its plain
 * name.
 */
export const workerAddress = (name: string): string =>
  document.querySelector<HTMLMetaElement>(`meta[name="worker-${name}"]`)?.content ?? `/workers/${name}.js`;
