import type { Fan } from '../../core/faults/fan';
import type { Fault } from '../../services/faults/faults';
import type { Outcome } from '../../services/shop';

export type ClosedAs = NonNullable<Fault['closedAs']>;
type Send<A extends unknown[]> = (...args: A) => Promise<Outcome<unknown>>;

/** The fault and the last step that whoever writes has seen. */
export interface About {
  faultId: string;
  seen: string | null;
}

export interface StepsProps {
  fault: Pick<Fault, 'id' | 'stage' | 'cause' | 'proofs' | 'returned'> & {
    held: boolean;
    /** last step of the story that is shown */
    seen: string | null;
  };
  /** other faults of the machine, for naming the one this duplicates */
  others: { id: string; words: string }[];
  parts: StoresPart[];
  /** the strength measured since the last repair, 1 = baseline, and the shop's floor */
  strength: { measured: number | null; floor: number; href: string };
  zone: string;
  actions: {
    diagnose: Send<[About & { cause: string; note: string }]>;
    repair: Send<[RepairInput, FormData]>;
    prove: Send<[ProveInput]>;
    giveBack: Send<[faultId: string, restriction: string]>;
    close: Send<[About & { as: ClosedAs; duplicateOf: string | null; note: string }]>;
  };
}

/** A part of the stores that a repair may put in. */
export interface StoresPart {
  item: string;
  name: string;
}

export interface Part {
  item: string | null;
  name: string;
  serial: string;
  quantity: number;
}

export interface RepairInput extends About {
  action: string;
  part: string;
  minutes: number;
  opened: string[];
  parts: Part[];
  fan: { old: Fan; next: Fan } | null;
  cost: number;
  expected: number | null;
  note: string;
}

export interface ProveInput extends About {
  tested: string;
  passed: boolean;
  proof: string | null;
  note: string;
}
