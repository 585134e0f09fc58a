// Loaded into the server of a test: its clock runs ahead by what a file says, in milliseconds.
import fs from 'node:fs';

const file = process.env.TEST_CLOCK_FILE;
let ahead = 0;
const read = () => {
  try {
    ahead = Number(fs.readFileSync(file, 'utf8')) || 0;
  } catch {
    ahead = 0;
  }
};
if (file) {
  const real = Date.now;
  read();
  setInterval(read, 40).unref();
  Date.now = () => real() + ahead;
}
