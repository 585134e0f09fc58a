import type { CareGroup, Limit, LimitKind } from '../../core/care/care';
import type { CareState } from '../../core/care/due';
import type { Depth } from '../../core/care/depth';
import { formatOffset } from '../../core/units/instant';
import { millisecondsToHours, secondsToHours } from '../../core/units/time';
import type { MachineDue } from './due';

/** One task as `due --json` prints it (docs/formats.md). Hours to six decimals. */
export interface DueRow {
  machine: string;
  station: string;
  task: string;
  depth: Depth;
  group: CareGroup;
  state: CareState;
  /** whether it is known when it was last done; else `used` is the least of it */
  known: boolean;
  /** share of the limit reached first; 1 is due */
  used: number;
  /** the least and the most it can be, where that is not sure; no most: nobody can say */
  usedRange: { least: number; most: number | null } | null;
  counters: {
    runHours: number;
    beamHours: number;
    soilHours: number;
    days: number;
    jobs: number;
    useDays: number;
  };
  limits: readonly Limit[];
  first: { kind: LimitKind; left: number };
  /** ISO 8601 with offset */
  since: string;
  /** the finding or sign that called it due before its limits */
  called: string | null;
  /** why it is put off for now */
  putOff: string | null;
}

const round = (value: number) => Math.round(value * 1e6) / 1e6;

/** Every task of the machines as flat rows, in path order. */
export function dueRows(machines: readonly MachineDue[], zone: string): DueRow[] {
  return machines.flatMap((machine) =>
    machine.stations.flatMap((station) =>
      station.tasks.map(({ task, standing, counters, since, known, range, call, deferral }) => ({
        machine: machine.nickname,
        station: station.slug,
        task: task.key,
        depth: task.depth,
        group: task.group,
        state: standing.state,
        known,
        used: round(standing.used),
        usedRange: range && {
          least: round(range.least),
          most: range.most === null ? null : round(range.most),
        },
        counters: {
          runHours: round(secondsToHours(counters.runSeconds)),
          beamHours: round(secondsToHours(counters.beamSeconds)),
          soilHours: round(millisecondsToHours(counters.soilMilliseconds)),
          days: counters.days,
          jobs: counters.jobs,
          useDays: counters.useDays,
        },
        limits: task.limits,
        first: { kind: standing.first.kind, left: round(standing.first.left) },
        since: formatOffset(since, zone),
        called: call ? (call.finding ?? call.sign) : null,
        putOff: deferral?.reason ?? null,
      })),
    ),
  );
}
