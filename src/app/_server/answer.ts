import { may, refusalWords, type Right } from '../../core/people/roles';
import type { Outcome } from '../../services/shop';
import { currentInside, type Inside } from './shop';

/** An outcome as JSON: 200, or 422 with the problem. */
export function answer(outcome: Outcome<unknown>): Response {
  return Response.json(outcome, { status: outcome.ok ? 200 : 422 });
}

function refuse(status: number, message: string): Response {
  return Response.json({ ok: false, error: { field: null, message } }, { status });
}

/** Whether a writing request came from another site: refused, as server actions do by themselves. */
function crossSite(request: Request): boolean {
  const site = request.headers.get('sec-fetch-site');
  return site !== null && site !== 'same-origin' && site !== 'none';
}

/**
 * A route for those who are signed in and may. Answers 401 to nobody, 403 to a role that is too small
 * and to writing requests from another site.
 */
export function guarded<C>(
  right: Right,
  serve: (inside: Inside, request: Request, context: C) => Response | Promise<Response>,
): (request: Request, context: C) => Promise<Response> {
  return async (request, context) => {
    if (request.method !== 'GET' && crossSite(request)) {
      return refuse(403, 'This was sent from another site.');
    }
    const inside = await currentInside();
    if (!inside) return refuse(401, 'You are signed out. Sign in again.');
    if (!may(inside.role, right)) return refuse(403, refusalWords(inside.role, right));
    return serve(inside, request, context);
  };
}
