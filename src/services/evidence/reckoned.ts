import fs from 'node:fs';
import path from 'node:path';
import type { Cycle } from '../../core/evidence/cycles';
import type { Shop } from '../shop';
import { reckonCosts, type ShopCosts } from './costs';
import { diagnosisRecord, type DiagnosisRecord } from './judgements';
import { allFindings } from './findings';
import { intervalReckoner, type IntervalEvidence } from './intervals';
import { reckonPartLives, type PartLives } from './part-lives';
import { reckonReliability, type ShopReliability } from './reliability';
import { weightLearner, type GroupWeights } from './weights';

/** Raised with every change of what is kept: what an older version kept is reckoned anew. */
const keptVersion = 5;

/** What was reckoned of the whole book at one moment. It can be reckoned anew at any time. */
export interface KeptEvidence {
  version: number;
  /** UTC milliseconds */
  madeAt: number;
  /** accepted share soiled that the limits were proposed for */
  risk: number;
  intervals: IntervalEvidence[];
  reliability: ShopReliability;
  diagnosis: DiagnosisRecord;
  costs: ShopCosts;
  lives: PartLives[];
  weights: GroupWeights[];
}

/** The cycles behind the intervals of one machine, by station and task. */
export type KeptCycles = Readonly<Record<string, Cycle[]>>;

const keyOf = (stationId: string, task: string) => `${stationId} ${task}`;

/** Folder beside the records: derived, not part of a copy. */
const folderOf = ({ dataDir }: Pick<Shop, 'dataDir'>) => path.join(dataDir, 'evidence');
const summaryFile = 'summary.json';

/**
 * Goes through all of the book and keeps what it says. Long: in a process of its own.
 * @param told with the share that is done
 */
export function reckonEvidence(shop: Shop, told: (share: number) => void): void {
  const folder = folderOf(shop);
  fs.mkdirSync(folder, { recursive: true });
  const reckon = intervalReckoner(shop);
  const learner = weightLearner(shop);
  const intervals: IntervalEvidence[] = [];
  const cycles = new Map<string, Record<string, Cycle[]>>();
  // faults are few against findings
  for (const findings of allFindings(shop, (share) => told(share * 0.95))) {
    const { machineId, stationId, task } = findings;
    intervals.push(reckon(findings));
    learner.take(findings);
    if (!cycles.has(machineId)) cycles.set(machineId, {});
    cycles.get(machineId)![keyOf(stationId, task.key)] = findings.cycles;
  }
  for (const [machineId, some] of cycles) write(path.join(folder, `${machineId}.json`), some);
  const kept: KeptEvidence = {
    version: keptVersion,
    madeAt: shop.now(),
    risk: shop.acceptedRisk,
    intervals,
    reliability: reckonReliability(shop),
    diagnosis: diagnosisRecord(shop),
    costs: reckonCosts(shop),
    lives: reckonPartLives(shop),
    weights: learner.learned(),
  };
  write(path.join(folder, summaryFile), kept);
  told(1);
}

/** Whole or not at all. */
function write(file: string, value: unknown): void {
  const unfinished = `${file}.part`;
  fs.writeFileSync(unfinished, JSON.stringify(value));
  fs.renameSync(unfinished, file);
}

const place = globalThis as { bitacoraEvidence?: Map<string, { at: number; value: unknown }> };

/** What a file holds, read again only when it was written anew; `null` where there is none. */
function read(file: string): unknown {
  const known = (place.bitacoraEvidence ??= new Map());
  const at = fs.statSync(file, { throwIfNoEntry: false })?.mtimeMs;
  if (at === undefined) return null;
  const found = known.get(file);
  if (found?.at === at) return found.value;
  const value: unknown = JSON.parse(fs.readFileSync(file, 'utf8'));
  known.set(file, { at, value });
  return value;
}

/** What was last reckoned; `null` before the first time. */
export function keptEvidence(shop: Pick<Shop, 'dataDir'>): KeptEvidence | null {
  const kept = read(path.join(folderOf(shop), summaryFile)) as KeptEvidence | null;
  return kept?.version === keptVersion ? kept : null;
}

/** The cycles behind the interval of one task. */
export function keptCycles(
  shop: Pick<Shop, 'dataDir'>,
  { machineId, stationId, task }: { machineId: string; stationId: string; task: string },
): Cycle[] {
  const all = read(path.join(folderOf(shop), `${machineId}.json`)) as KeptCycles | null;
  return all?.[keyOf(stationId, task)] ?? [];
}
