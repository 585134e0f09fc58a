// Runs a program of src: the command line, the work of a process of its own, a stand-in.
// `node scripts/program.mjs cli/main.ts due --json`; without a name it only gets them ready.
// All are bundled once with their packages, and anew when a source changed: a bundle starts in a quarter of the time
// that loading each module takes.
import { createHash } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import './ends-with-server.mjs';

const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');
const place = path.join(root, 'node_modules', '.cache', 'bitacora');

/** Every source a program can be made of, relative to the root. */
function sources() {
  return fs
    .readdirSync(path.join(root, 'src'), { recursive: true })
    .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts'))
    .map((name) => path.join('src', name))
    .concat('package-lock.json', path.relative(root, fileURLToPath(import.meta.url)));
}

/** Names what the sources are now: by their names, sizes and times, which takes a few milliseconds to ask. */
function versionOf(names) {
  const hash = createHash('sha256').update(process.version);
  for (const name of names.sort()) {
    const { size, mtimeMs } = fs.statSync(path.join(root, name));
    hash.update(`${name} ${size} ${mtimeMs}\n`);
  }
  return hash.digest('hex').slice(0, 16);
}

async function bundle(names, to) {
  const { build } = await import('esbuild');
  const own = `${to}.${process.pid}`;
  await build({
    absWorkingDir: root,
    entryPoints: names.filter((name) =>
      /^src\/(cli\/main|workers\/.*-process|standins\/.*)\.ts$/.test(name),
    ),
    outbase: 'src',
    outdir: own,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    splitting: true,
    keepNames: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    // they load files of their own
    external: ['better-sqlite3', 'esbuild', 'highs'],
    banner: {
      js: "import { createRequire as bitacoraRequire } from 'node:module'; const require = bitacoraRequire(import.meta.url);",
    },
    logLevel: 'error',
  });
  try {
    fs.renameSync(own, to);
  } catch {
    // another process was first
    fs.rmSync(own, { recursive: true, force: true });
  }
}

/** Takes away what was bundled of older sources; a process that began from it has loaded what it needs by then. */
function clearOld(kept) {
  for (const name of fs.readdirSync(place)) {
    const old = path.join(place, name);
    if (old !== kept && Date.now() - fs.statSync(old).mtimeMs > 3_600_000) {
      fs.rmSync(old, { recursive: true, force: true });
    }
  }
}

/** @returns the folder of the bundles of the sources as they are; `null` where none can be written */
async function bundled() {
  const names = sources();
  const folder = path.join(place, versionOf(names));
  if (fs.existsSync(folder)) return folder;
  try {
    fs.mkdirSync(place, { recursive: true });
    fs.accessSync(place, fs.constants.W_OK);
  } catch {
    return null;
  }
  await bundle(names, folder);
  clearOld(folder);
  return folder;
}

const [, , program, ...args] = process.argv;
const folder = await bundled();
if (program) {
  const source = path.join(root, 'src', program);
  process.argv = [process.argv[0], source, ...args];
  if (!folder) (await import('tsx/esm/api')).register();
  const file = folder ? path.join(folder, program.replace(/\.ts$/, '.mjs')) : source;
  await import(pathToFileURL(file).href);
}
