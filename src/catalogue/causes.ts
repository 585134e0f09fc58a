/** Causes a diagnosis weighs. Common practice, no source. */
export const weighedCauses: readonly { id: string; words: string }[] = [
  { id: 'dirty-glass', words: 'dirty window or lens' },
  { id: 'damaged-glass', words: 'etched or cracked window or lens' },
  { id: 'lens-refit', words: 'lens back-to-front or loose after refit' },
  { id: 'dirty-mirror', words: 'dirty mirror' },
  { id: 'misaligned', words: 'mirrors out of line or loose mirror screw' },
  { id: 'source-worn', words: 'source worn or hot' },
  { id: 'focus', words: 'wrong focus or dirty probe' },
  { id: 'nozzle', words: 'nozzle hole narrowed or air hose off' },
  { id: 'bed-loaded', words: 'honeycomb or plate loaded' },
  { id: 'debris', words: 'loose debris inside' },
  { id: 'weak-draught', words: 'weak draught: outlet fan, filter or duct' },
  { id: 'back-draught', words: 'wind or back-draught at the outlet' },
  { id: 'air-assist', words: 'air assist off or weak' },
  { id: 'settings', words: 'settings or material changed' },
  { id: 'dirty-rails', words: 'dirty or bumpy rails or wheels' },
  { id: 'dry-rails', words: 'dry rails' },
  { id: 'belt', words: 'belt loose, unequal or worn' },
  { id: 'cable', words: 'cable or hose catching' },
  { id: 'connector', words: 'connector not home after refit' },
  { id: 'earth-lead', words: 'earth lead left off' },
  { id: 'alarm-latched', words: 'alarm latched (cleaned, not reset)' },
  { id: 'module-fan', words: 'module fan or heat sink clogged' },
  { id: 'fan-seized', words: 'fan seized' },
  { id: 'coolant', words: 'coolant low, warm or no flow' },
  { id: 'interlock', words: 'interlock open (lid, key, feet of the tray)' },
  { id: 'shield-caked', words: 'shield caked' },
  { id: 'rubbing', words: 'reassembly left a part rubbing' },
  { id: 'hose-off', words: 'air hose off, pinched or not home after refit' },
  { id: 'bed-not-seated', words: 'bed or tray not seated or not level' },
  { id: 'wrong-part', words: 'another head or lens than the job wants' },
];

/** Causes one names when all is known; no sign speaks for them beforehand. */
const named: readonly { id: string; words: string }[] = [
  { id: 'our-cleaning', words: 'our last cleaning' },
  { id: 'nothing-wrong', words: 'nothing wrong: an alarm that only needed resetting' },
];

/** Every cause that can be named. */
export const causes = [...weighedCauses, ...named];

/** Words of a cause in the list, or the text itself when it was written freely. */
export function causeWords(cause: string): string {
  return causes.find(({ id }) => id === cause)?.words ?? cause;
}
