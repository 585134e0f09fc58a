import type { Fault } from '../../services/faults/faults';
import type { returnMachine } from '../../services/faults/return';
import type {
  closeFault,
  diagnoseFault,
  proveFault,
  repairFault,
} from '../../services/faults/steps';
import type { BenchProof } from '../../services/readings/bench/answers';
import type { Ask, Send } from '../shared/forms/send';

export type ClosedAs = NonNullable<Fault['closedAs']>;
export type RepairInput = Parameters<typeof repairFault>[2];

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
  /** proofs that the bench measures, and what it read */
  bench: BenchProof[];
  zone: string;
  actions: {
    diagnose: Send<typeof diagnoseFault>;
    repair: Ask<[RepairInput, FormData]>;
    prove: Send<typeof proveFault>;
    giveBack: Send<typeof returnMachine>;
    close: Send<typeof closeFault>;
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
