import { everySheet, refitChecks, writtenProofs } from '../../catalogue/steps/checks';
import type { ProofId } from '../../catalogue/steps/written';
import { inWay, pressed } from '../../core/cleaning/ending';
import type { Check, ProofWanted, RunTask } from '../../core/cleaning/run';
import type { SheetPlace } from './run-parts';
import { cautionText, placeId } from './run-parts';

/** Minutes of each test. Common practice, no source. */
export const proofMinutes: Readonly<Record<ProofId, number>> = {
  'travel-hand': 1,
  coolant: 4,
  'travel-power': 1,
  fan: 1,
  draught: 1,
  frame: 1,
  dots: 5,
  burn: 3,
};

/** What is asked at refit: it follows from what was opened. */
export function checksOf(
  words: ReadonlyMap<string, { checks: readonly string[] }>,
  tasks: readonly RunTask[],
): Check[] {
  const because = new Map<string, string[]>(everySheet.map((id) => [id, tasks.map((t) => t.id)]));
  for (const [opening, { checks }] of words) {
    for (const check of checks) {
      because.set(check, [...(because.get(check) ?? []), `open:${opening}`]);
    }
  }
  return refitChecks.flatMap((check) => {
    const reasons = because.get(check.id);
    return reasons ? [{ ...check, because: reasons }] : [];
  });
}

/** What is proved: it follows from what was opened, from the way of each task, and from what was pressed. */
export function proofsOf(
  family: string,
  words: ReadonlyMap<string, { proofs: readonly ProofId[] }>,
  places: readonly SheetPlace[],
): ProofWanted[] {
  const because = new Map<ProofId, string[]>();
  const add = (proof: ProofId, id: string) =>
    because.set(proof, [...(because.get(proof) ?? []), id]);
  for (const [opening, { proofs }] of words) {
    for (const proof of proofs) add(proof, `open:${opening}`);
  }
  for (const place of places) {
    const id = placeId(place.stationId, place.work.task.key);
    for (const way of place.work.ways) {
      for (const proof of way.proofs) add(proof, inWay(id, way.id));
    }
    if (place.work.written.mount) {
      add('dots', pressed(id));
      add('burn', pressed(id));
    }
  }
  // a galvo has no gantry to move
  if (family === 'galvo-desktop') because.delete('travel-hand');
  else if (because.has('travel-hand')) because.set('travel-power', because.get('travel-hand')!);
  return writtenProofs.flatMap((proof) => {
    const reasons = because.get(proof.id);
    return reasons
      ? [
          {
            ...proof,
            caution: proof.caution ? (cautionText.get(proof.caution) ?? null) : null,
            because: reasons,
          },
        ]
      : [];
  });
}
