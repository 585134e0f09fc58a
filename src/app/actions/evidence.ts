'use server';

import { z } from 'zod';
import { evidenceJob } from '../../services/evidence/job';
import { declineProposal, takeProposal } from '../../services/evidence/proposals';
import { action, query } from '../_server/action';

export const startEvidenceAction = query('clean', [], ({ shop }) =>
  evidenceJob.start({ dataDir: shop.dataDir }),
);
export const viewEvidenceAction = query('see', [z.string()], () => evidenceJob.view());
export const cancelEvidenceAction = query('clean', [], () => evidenceJob.cancel());
export const takeProposalAction = action('set up', takeProposal);
export const declineProposalAction = action('set up', declineProposal);
