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
  /** m³/h */
  flow: number;
}

/** A figure of a new fan that does not fit the one it replaces. */
export interface Misfit {
  figure: keyof Fan;
  words: string;
}

/**
 * What keeps a fan from taking another's place: frame, thickness and voltage must be equal, current not
 * above (the supply was sized for it), flow not below. That the connector fits must be looked at.
 * Common practice, no source.
 */
export function fanMisfits(old: Fan, next: Fan): Misfit[] {
  const equal = (figure: keyof Fan, unit: string): Misfit[] =>
    next[figure] === old[figure]
      ? []
      : [{ figure, words: `${figure} ${next[figure]} ${unit}, not ${old[figure]} ${unit}` }];
  return [
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
    ...(next.flow < old.flow
      ? [{ figure: 'flow' as const, words: `flow ${next.flow} m³/h below ${old.flow} m³/h` }]
      : []),
  ];
}
