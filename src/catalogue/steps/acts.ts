/** What a rail is: it decides what lubricates it. */
export const railTypes = ['v-wheels', 'rods', 'bearing', 'screw', 'slides', 'dry'] as const;
export type RailType = (typeof railTypes)[number];

/** A step in words, alone or with why it must not be skipped. */
export type Said = string | readonly [text: string, why: string];

/** A step that needs something at hand, as the stores name it. */
export interface Needs {
  act: 'needs';
  tools: readonly string[];
  says: Said;
}

/** A step for which tools or supplies lie ready. */
export const needs = (tools: string | readonly string[], says: Said): Needs => ({
  act: 'needs',
  tools: [tools].flat(),
  says,
});

export const handDrivers = 'hand drivers';

/** Screws or nuts out, or loosened. */
export const unscrew = (says: Said): Needs => needs(handDrivers, says);

/** A step of which build and method in force choose the words. */
export type Act =
  /** gloves, or clean hands */
  | { act: 'gloves' }
  /** what the liquid would hurt nearby is covered first; nothing where it hurts nothing */
  | { act: 'protect' }
  /** the swab, tissue or wipe is wetted */
  | { act: 'wet' }
  /** the stroke over the glass */
  | { act: 'stroke'; glass: string; faces?: 'both' | 'from below'; pressing?: 'mount' }
  /** what is left is taken up dry */
  | { act: 'take up' }
  | { act: 'blow'; where: string }
  /** the blades held, with a finger where nothing else is said */
  | { act: 'blades'; with?: string }
  /** household cleaning: damp, degreaser or alcohol on a cloth */
  | { act: 'cloth'; where: string; why?: string }
  /** a rail wiped along */
  | { act: 'rail'; where: string }
  | { act: 'grease'; rail: RailType; where: string }
  | { act: 'belt'; single?: boolean }
  /** clear plastic, or the glass of a lid */
  | { act: 'clear' }
  /** degreaser on a bed that is out */
  | { act: 'degrease'; what: string }
  | Needs
  /** screws in again */
  | { act: 'screws'; what?: string; /** on a head, where no powered driver goes */ hand?: true }
  /** a lens goes back, the way round that was kept */
  | { act: 'lens in' }
  /** what one feature of the build asks for here, by its variant; nothing where no words stand for it */
  | {
      act: 'by build';
      feature: string;
      says: Readonly<Record<string, Said | Needs>>;
    };
