// In a file of its own, because the content security policy allows no inline script.
if ('serviceWorker' in navigator && location.hostname) {
  addEventListener('load', () => { navigator.serviceWorker.register('/sw.js').catch(() => undefined); });
}
