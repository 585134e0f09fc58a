import { log } from '../../services/log';
import { may, refusalWords, type Right } from '../../core/people/roles';
import { troubleWords, type Outcome } from '../../services/shop';
import { fromOwnPage, otherSite } from './request';
import { currentInside, shopTrouble, type Inside } from './shop';

/** An outcome as JSON: 200, or 422 with the problem. */
export function answer(outcome: Outcome<unknown>): Response {
  return Response.json(outcome, { status: outcome.ok ? 200 : 422 });
}

/** A refusal as JSON. */
export function refuseRequest(status: number, message: string): Response {
  return Response.json({ ok: false, error: { field: null, message } }, { status });
}

/**
 * A route for those who are signed in and may. Answers 401 to nobody, 403 to a role that is too small
 * and to writing requests from another site, 503 where the book cannot be opened.
 */
export function guarded<C>(
  right: Right,
  serve: (inside: Inside, request: Request, context: C) => Response | Promise<Response>,
): (request: Request, context: C) => Promise<Response> {
  return async (request, context) => {
    if (request.method !== 'GET' && !fromOwnPage(request.headers))
      return refuseRequest(403, otherSite);
    const trouble = shopTrouble();
    if (trouble) return refuseRequest(503, trouble);
    const inside = await currentInside();
    if (!inside) return refuseRequest(401, 'You are signed out. Sign in again.');
    if (!may(inside.role, right)) return refuseRequest(403, refusalWords(inside.role, right));
    return answered(() => serve(inside, request, context));
  };
}

/** The answer of a step; a disk or a database that refuses is told in words (503). */
export async function answered(step: () => Response | Promise<Response>): Promise<Response> {
  try {
    return await step();
  } catch (error) {
    const words = troubleWords(error);
    if (!words) throw error;
    log.error({ err: error }, words);
    return refuseRequest(503, words);
  }
}
