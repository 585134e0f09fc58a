import fs from 'node:fs';

/** Debian's Chromium; the one without windows starts and draws sooner, and is taken where both are. */
const browsers = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'];

/** The program that the browser tests drive. */
export const chromiumProgram = process.env.CHROMIUM ?? browsers.find(fs.existsSync) ?? browsers[0];
