import { openShop, closeShop } from '../src/services/shop';
import { bookCsv, bookPage } from '../src/services/audit-log/audit-log';
const shop = openShop('/tmp/pings/full');
const g = bookCsv(shop, {} as any); const took: number[] = []; let bytes = 0; const t0 = performance.now();
for (;;) { const t = performance.now(); const { value, done } = g.next(); if (done) break; bytes += (value as string).length; took.push(performance.now() - t); }
took.sort((a, b) => a - b);
console.log(took.length, 'pieces', ((performance.now() - t0) / 1000).toFixed(1), 's', bytes, 'median', took[took.length >> 1], 'p99', took[Math.floor(took.length * 0.99)], 'max', took.at(-1));
closeShop(shop);
