import { soleJob } from '../background/background-job';

/** What the process that reckons the evidence is told. */
export interface EvidenceOrder {
  dataDir: string;
}

/** Reckons the evidence in a process of its own. Where it is stopped, what was reckoned before stays. */
export const evidenceJob = soleJob<EvidenceOrder>('evidence', 'evidence-process.ts');
