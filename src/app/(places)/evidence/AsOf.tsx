import { millisecondsPerDay } from '../../../core/units/time';
import type { Shop } from '../../../services/shop';
import { Reckon } from '../../../ui/evidence/Reckon';
import { ago } from '../../../ui/shared/marks/when';
import * as actions from '../../actions/evidence';

/** What was reckoned longer ago is reckoned anew by itself when somebody comes to see it. */
const staleAfter = millisecondsPerDay;

/** As of when the evidence is, and the way to reckon it anew. */
export function AsOf({ shop, madeAt }: { shop: Shop; madeAt: number | null }) {
  const now = shop.now();
  return (
    <Reckon
      made={madeAt === null ? null : ago(madeAt, now, shop.zone)}
      due={madeAt === null || now - madeAt > staleAfter}
      actions={{
        start: actions.startEvidenceAction,
        view: actions.viewEvidenceAction,
        cancel: actions.cancelEvidenceAction,
      }}
    />
  );
}
