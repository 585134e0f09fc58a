import type { Outcome } from '../../services/shop';

/** An outcome as JSON: 200, or 422 with the problem. */
export function answer(outcome: Outcome<unknown>): Response {
  return Response.json(outcome, { status: outcome.ok ? 200 : 422 });
}

export function notInside(): Response {
  return Response.json(
    { ok: false, error: { field: null, message: 'You are signed out. Sign in again.' } },
    { status: 401 },
  );
}

/** Whether a writing request came from another site: refused, as server actions do by themselves. */
export function crossSite(request: Request): boolean {
  const site = request.headers.get('sec-fetch-site');
  return site !== null && site !== 'same-origin' && site !== 'none';
}
