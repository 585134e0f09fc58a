'use server';

import { z } from 'zod';
import * as job from '../../services/evidence/job';
import { declineProposal, takeProposal } from '../../services/evidence/proposals';
import { action, query } from '../_server/action';

export const startEvidenceAction = query('clean', [], ({ shop }) => job.startEvidence(shop));
export const viewEvidenceAction = query('see', [z.string()], () => job.viewEvidence());
export const cancelEvidenceAction = query('clean', [], () => job.cancelEvidence());
export const takeProposalAction = action('set up', takeProposal);
export const declineProposalAction = action('set up', declineProposal);
