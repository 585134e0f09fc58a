'use client';

const isMade = (url: string) => url.startsWith(`${location.origin}/_next/static/`);

/**
 * Has the browser keep what opens without a connection. Browsers allow that on https and on the device the server
 * runs on; elsewhere an open page still stays, but a page that is opened anew needs the server.
 */
export function keepPages(): void {
  if (process.env.NODE_ENV !== 'production' || !('serviceWorker' in navigator)) return;
  const keep = async () => {
    await navigator.serviceWorker.register('/sw.js');
    const { active } = await navigator.serviceWorker.ready;
    active?.postMessage({ keep: [location.href] });
    // what was loaded before the keeper stood at the door, and what comes behind the page
    new PerformanceObserver((seen) => {
      const keep = seen
        .getEntries()
        .map(({ name }) => name)
        .filter(isMade);
      if (keep.length > 0) active?.postMessage({ keep });
    }).observe({ type: 'resource', buffered: true });
  };
  keep().catch(() => undefined); // a private window, or no room: the page works as without it
}
