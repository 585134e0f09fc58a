import { build } from 'esbuild';

export const dynamic = 'force-static';

/** The service worker, put into one file when the app is built. */
export async function GET() {
  const { outputFiles } = await build({
    entryPoints: ['src/workers/service-worker.ts'],
    bundle: true,
    minify: true,
    write: false,
    format: 'iife',
    target: 'es2020',
    define: { 'process.env.NODE_ENV': '"production"' },
  });
  return new Response(outputFiles[0]!.text, {
    headers: { 'Content-Type': 'text/javascript', 'Cache-Control': 'no-cache' },
  });
}
