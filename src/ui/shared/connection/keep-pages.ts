'use client';

/**
 * Has the browser keep what opens without a connection. Browsers allow that on https and on the device the server
 * runs on; elsewhere an open page still stays, but a page that is opened anew needs the server.
 */
export function keepPages(): void {
  if (process.env.NODE_ENV !== 'production' || !('serviceWorker' in navigator)) return;
  const keep = async () => {
    await navigator.serviceWorker.register('/sw.js');
    const { active } = await navigator.serviceWorker.ready;
    // what was loaded before the keeper stood at the door
    const loaded = performance
      .getEntriesByType('resource')
      .map(({ name }) => name)
      .filter((name) => name.startsWith(`${location.origin}/_next/static/`));
    active?.postMessage({ keep: [location.href, ...loaded] });
  };
  keep().catch(() => undefined); // a private window, or no room: the page works as without it
}
