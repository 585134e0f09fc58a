/** Whether the server answers. Nothing of the book is asked. */
export function GET() {
  return new Response('alive\n', { headers: { 'Cache-Control': 'no-store' } });
}
