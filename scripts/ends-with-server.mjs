// A process of the server's ends within moments of it, also where it is deep in work and hears nothing: a thread of its
// own looks whether whoever began it is still there. What such work had not finished was never written.
import { Worker } from 'node:worker_threads';

const watch = `
  const { workerData: server } = require('node:worker_threads');
  setInterval(() => {
    if (process.ppid !== server) process.kill(process.pid, 'SIGKILL');
  }, 150);
`;
if (process.connected) new Worker(watch, { eval: true, workerData: process.ppid }).unref();
