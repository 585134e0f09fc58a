/** What a fan's plate says. */
export interface Fan {
  /** edge of the frame, mm */
  size: number;
  /** mm */
  thickness: number;
  /** V */
  voltage: number;
  /** A */
  current: number;
  /** m³/h; `null`: few plates say it */
  flow: number | null;
}

/** A figure of a new fan that does not fit the one it replaces. */
export interface Misfit {
  figure: keyof Fan;
  words: string;
}

/** Whether a fan may take another's place, and how sure that is. */
export interface FanMatch {
  /** none: it fits */
  misfits: Misfit[];
  /** electric power of the new one over the old one's: what its air may be, where neither plate says the flow */
  powerShare: number;
  /** what the share of power or the missing figures may mean */
  cautions: string[];
  /** figures that one plate or both do not say */
  unknown: (keyof Fan)[];
}

/** Less power than this share of the old one's is said. */
const littlePower = 0.9;

/**
 * Holds a fan against the one it replaces: frame, thickness and voltage must be equal, current not above (the supply was
 * sized for it); flow not below where both plates say it, else the share of power hints at it. That the connector fits
 * must be looked at. Common practice, no source.
 */
export function matchFan(old: Fan, next: Fan): FanMatch {
  const equal = (figure: 'size' | 'thickness' | 'voltage', unit: string): Misfit[] =>
    next[figure] === old[figure]
      ? []
      : [{ figure, words: `${figure} ${next[figure]} ${unit}, not ${old[figure]} ${unit}` }];
  const flowKnown = old.flow !== null && next.flow !== null;
  const powerShare = (next.voltage * next.current) / (old.voltage * old.current);
  const percent = Math.round(powerShare * 100);
  return {
    misfits: [
      ...equal('size', 'mm'),
      ...equal('thickness', 'mm'),
      ...equal('voltage', 'V'),
      ...(next.current > old.current
        ? [
            {
              figure: 'current' as const,
              words: `current ${next.current} A above ${old.current} A: the supply was sized for that`,
            },
          ]
        : []),
      ...(flowKnown && next.flow! < old.flow!
        ? [{ figure: 'flow' as const, words: `flow ${next.flow} m³/h below ${old.flow} m³/h` }]
        : []),
    ],
    powerShare,
    cautions: flowKnown
      ? []
      : [
          powerShare < littlePower
            ? `${percent} % of the old one’s power: less current is usually less air. Measure the draught after fitting it.`
            : 'Neither flow can be compared: measure the draught after fitting it.',
        ],
    unknown: flowKnown ? [] : ['flow'],
  };
}
