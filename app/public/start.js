// In a file of its own, because the content security policy allows no inline script.
// A newer version waits until somebody takes it: the app shows the offer, and nothing is changed under a typing hand.
if ('serviceWorker' in navigator && location.hostname) {
  const offer = (worker) => {
    if (!worker || !navigator.serviceWorker.controller) return;
    window.ruggedUpdate = () => worker.postMessage({ type: 'SKIP_WAITING' });
    dispatchEvent(new Event('rugged-update'));
  };
  addEventListener('load', () => {
    navigator.serviceWorker
      .register('/sw.js')
      .then((registration) => {
        offer(registration.waiting);
        registration.addEventListener('updatefound', () => {
          const worker = registration.installing;
          worker?.addEventListener('statechange', () => {
            if (worker.state === 'installed') offer(worker);
          });
        });
        document.addEventListener('visibilitychange', () => {
          if (document.visibilityState === 'visible') registration.update().catch(() => undefined);
        });
      })
      .catch(() => undefined);
    const had = navigator.serviceWorker.controller !== null;
    navigator.serviceWorker.addEventListener('controllerchange', () => {
      if (had && window.ruggedUpdate) location.reload();
    });
  });
}
