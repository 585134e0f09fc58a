/** The instants of one fault's story, UTC milliseconds; `null` for what has not happened. */
export interface FaultStory {
  reportedAt: number;
  /** first step after the report, whatever it was */
  firstStepAt: number | null;
  closedAt: number | null;
  /** hands-on minutes of each repair */
  repairMinutes: readonly number[];
  /** stretches in which the machine was on hold for this fault; open ones have no end */
  holds: readonly { from: number; to: number | null }[];
}

/** How long a fault took, in milliseconds but for the hands-on minutes. */
export interface FaultTimes {
  /** report to first step; `null` while nobody has answered */
  response: number | null;
  /** hands-on minutes of all repairs */
  repairMinutes: number;
  /** report to closing, or to now while open */
  open: number;
  /** time on hold for this fault, overlapping stretches counted once */
  down: number;
}

/**
 * Response, repair and down time of a fault. Terms after EN 13306 (from memory): down time is the
 * time in which the machine could not be used, here while it was on hold.
 */
export function faultTimes(story: FaultStory, now: number): FaultTimes {
  return {
    response: story.firstStepAt === null ? null : story.firstStepAt - story.reportedAt,
    repairMinutes: story.repairMinutes.reduce((sum, minutes) => sum + minutes, 0),
    open: (story.closedAt ?? now) - story.reportedAt,
    down: downTime(story.holds, now),
  };
}

/** Time on hold, overlapping stretches counted once; open ones last until now. Milliseconds. */
export function downTime(holds: FaultStory['holds'], now: number): number {
  let down = 0;
  let reached = -Infinity;
  for (const { from, to } of [...holds].sort((a, b) => a.from - b.from)) {
    const start = Math.max(from, reached);
    const end = to ?? now;
    if (end > start) down += end - start;
    reached = Math.max(reached, end);
  }
  return down;
}
