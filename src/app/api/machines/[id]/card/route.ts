import { testCard } from '../../../../../services/readings/strength/recipes';
import { answer, guarded } from '../../../../_server/answer';

interface Context {
  params: Promise<{ id: string }>;
}

/** A test-burn card of a recipe, as G-code or SVG. */
export const GET = guarded('see', async ({ shop }, request, { params }: Context) => {
  const query = new URL(request.url).searchParams;
  const format = query.get('format') === 'svg' ? 'svg' : 'gcode';
  const card = testCard(shop, (await params).id, query.get('recipe') ?? '', format);
  if (!card.ok) return answer(card);
  const { name, type, text } = card.value;
  return new Response(text, {
    headers: {
      'Content-Type': type,
      'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
      'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'",
    },
  });
});
