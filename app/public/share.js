// Part of the service worker: a file that another app shares is put aside, and the page that asks where it goes opened.
self.addEventListener('fetch', (event) => {
  if (event.request.method !== 'POST' || new URL(event.request.url).pathname !== '/shared') return;
  event.respondWith(
    (async () => {
      const form = await event.request.formData();
      const file = form.getAll('file').find((one) => one instanceof File && one.size > 0);
      const aside = await caches.open('shared');
      await aside.delete('/shared-file');
      if (file)
        await aside.put(
          '/shared-file',
          new Response(file, { headers: { 'Content-Type': file.type, 'X-Name': encodeURIComponent(file.name) } }),
        );
      return Response.redirect('/shared', 303);
    })(),
  );
});
