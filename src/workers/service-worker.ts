/// <reference lib="webworker" />
import { CacheFirst, ExpirationPlugin, NetworkFirst, NetworkOnly } from 'serwist';

declare const self: ServiceWorkerGlobalScope;

/** Pages that belong to whoever holds their link, and show nothing else of the shop: kept to be opened without a line. */
const isKept = (path: string) => /^\/(at|follow)\/[^/]+\/?$/.test(path);

const answerMs = 4;

/** Said instead of the browser's page of errors; it opens by itself once the server answers. */
const noLine = `<!doctype html><html lang="en"><meta charset="utf-8">
<meta name="viewport" content="width=device-width,initial-scale=1"><title>No connection · Bitacora</title>
<body style="margin:0;background:#f6f1e7;color:#14213a;font:18px/1.5 system-ui,sans-serif">
<main style="max-width:32rem;margin:12vh auto;padding:0 1rem"><h1>No connection</h1>
<p role="status">The server does not answer. This page opens by itself as soon as it does. Nothing in the book was changed.</p>
<button onclick="location.reload()" style="font:inherit;min-height:48px;padding:0 1.5rem">Try now</button></main>
<script>setInterval(async()=>{try{if((await fetch('/healthz',{cache:'no-store'})).ok)location.reload()}catch{}},3000)</script>`;

const noLinePage = () =>
  new Response(noLine, { status: 503, headers: { 'Content-Type': 'text/html; charset=utf-8' } });

const sayNoLine = { handlerDidError: async () => noLinePage() };

const pages = new NetworkFirst({
  cacheName: 'pages',
  networkTimeoutSeconds: answerMs,
  matchOptions: { ignoreVary: true, ignoreSearch: true },
  plugins: [new ExpirationPlugin({ maxEntries: 20, maxAgeSeconds: 60 * 24 * 3600 }), sayNoLine],
});

const others = new NetworkOnly({ plugins: [sayNoLine] });

const made = new CacheFirst({
  cacheName: 'made',
  plugins: [new ExpirationPlugin({ maxEntries: 200, maxAgeSeconds: 60 * 24 * 3600 })],
});

/** What keeps or answers a request; `null`: the browser does, as ever. */
function strategyOf({ method, url, mode, headers }: Request) {
  const { origin, pathname } = new URL(url);
  if (method !== 'GET' || origin !== self.location.origin) return null;
  if (pathname.startsWith('/_next/static/')) return made;
  if (isKept(pathname) && !headers.has('rsc')) return pages;
  return mode === 'navigate' ? others : null;
}

self.addEventListener('install', () => void self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));
self.addEventListener('fetch', (event) => {
  const { request } = event;
  const strategy = strategyOf(request);
  if (strategy) event.respondWith(strategy.handle({ event, request }));
});
// what a page had loaded before this stood at the door
self.addEventListener('message', (event) => {
  const urls = (event.data as { keep?: string[] } | null)?.keep ?? [];
  const keep = urls.map(async (url) => {
    const request = new Request(url);
    await strategyOf(request)?.handle({ event, request });
  });
  event.waitUntil(Promise.allSettled(keep));
});
