/** Lets the browser keep the files of the client’s pages, where it can; they hold nobody’s data. */
export async function startWorker(): Promise<void> {
  if (!('serviceWorker' in navigator)) return;
  await navigator.serviceWorker.register('/service-worker.js').catch(() => undefined);
}
