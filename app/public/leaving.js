// Part of the service worker: the notice that a page leaves a pad goes straight to the network. A request that passes
// through the worker is dropped together with the closing page.
self.addEventListener('install', (event) => {
  if (event.addRoutes)
    event.addRoutes({ condition: { urlPattern: '/api/presence', requestMethod: 'POST' }, source: 'network' });
});
