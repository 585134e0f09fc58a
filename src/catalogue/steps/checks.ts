import type { ProofId } from './written';

/** A question at refit, and what to do when the answer is no. */
export interface WrittenCheck {
  id: string;
  question: string;
  otherwise: string;
}

/** Refit checks. Those without an opening of their own are asked on every sheet. */
export const refitChecks: readonly WrittenCheck[] = [
  {
    id: 'plugs',
    question: 'Every plug pushed in until it clicked, and tugged?',
    otherwise:
      'Pull it out straight, look for a bent pin and at its latch, push until it clicks, tug gently. A bent pin or a latch that does not hold: open a fault.',
  },
  {
    id: 'earth',
    question: 'Earth lug under the same screw as before?',
    otherwise:
      'Cover off again: the lug goes flat under its screw, bare metal to bare metal. Lug lost or torn: no power until it is replaced.',
  },
  {
    id: 'hose',
    question: 'Air hose home, to its end, without a kink?',
    otherwise:
      'Push it on while turning; cut off a worn end if there is length. Without air the flame licks up at the lens: no test burn before it is on.',
  },
  {
    id: 'screws',
    question: 'All screws started, then snug at opposite corners, none left over?',
    otherwise:
      'One left over: stop and find its hole. One that will not bite: loosen all, set the part flush, start them again. A stripped thread: mended for now with a date, or a fault.',
  },
  {
    id: 'rings',
    question: 'Ring and thumb screws snug: nothing moves when nudged?',
    otherwise:
      'Turn backwards until it clicks, then on, with the fingers. A cross-threaded ring holds the lens at a tilt: begin it again.',
  },
  {
    id: 'latch',
    question: 'Latch shut, the head does not rock?',
    otherwise: 'Head up again, down its slide until it stops, then the latch.',
  },
  {
    id: 'shield',
    question: 'Set screws of the shield in their dents, snug, no crack in it?',
    otherwise:
      'Loosen them, turn the shield until they fall into their dents. A cracked shield does not keep the light in: replace it before power.',
  },
  {
    id: 'cap',
    question: 'Rubber cap back over the grub screw?',
    otherwise: 'On with it: without it the screw works loose and the seal leaks air.',
  },
  {
    id: 'cables',
    question: 'Cables free and flat to all four corners?',
    otherwise:
      'Move the head by hand and find where it catches. A cable that seems too short means that a part is the wrong way round.',
  },
  {
    id: 'bed-flat',
    question: 'Bed flat: no corner rocks, and about 13 mm of air under it?',
    otherwise:
      'Turn it: the marked edge goes to the back. Look for a crumb or a spacer on the rests.',
  },
  {
    id: 'tray-feet',
    question: 'Tray feet home in their seats?',
    otherwise: 'Lift the front edge, clean the seats, let it down level. It must not rock.',
  },
  {
    id: 'clamp',
    question: 'Hose clamp tight all round, hose without a kink?',
    otherwise:
      'Hose over the whole collar, clamp behind its bead. A torn hose end is cut straight or taped, with a date.',
  },
  {
    id: 'panels',
    question: 'Every panel lock turned until it stops?',
    otherwise: 'Panel off, bottom edge in first. The machine must not fire with a panel off.',
  },
  {
    id: 'no-drop',
    question: 'Not a drop under tube, hoses and pump?',
    otherwise:
      'No power. Wipe, find the drop that comes back, mend that joint. A drop at the tube itself is for qualified service.',
  },
  {
    id: 'dry',
    question: 'Everything dry: touched, looked at, and given its time?',
    otherwise: 'Wait. A fan or warm air helps; touch-dry is not dry, and vapour burns.',
  },
  {
    id: 'tools-counted',
    question: 'Tools, swabs and cloths counted out of the machine?',
    otherwise: 'Look under the bed, behind the rails and in the exhaust opening before power.',
  },
];

/** Asked on every sheet. */
export const everySheet: readonly string[] = ['dry', 'tools-counted'];

/** A test before a machine returns. */
export interface WrittenProof {
  id: ProofId;
  name: string;
  how: string;
  caution: string | null;
}

/** In the order in which they are made: without power first, the beam last. */
export const writtenProofs: readonly WrittenProof[] = [
  {
    id: 'travel-hand',
    name: 'Travel by hand',
    how: 'Power still off. Move the head to all four corners: it glides, nothing catches, both sides reach their stops together.',
    caution: null,
  },
  {
    id: 'coolant',
    name: 'Coolant runs',
    how: 'Plug in, pump only: water returns to the tank, no bubble stands in the tube, no drop anywhere after three minutes.',
    caution: 'high-voltage',
  },
  {
    id: 'travel-power',
    name: 'Travel under power',
    how: 'Tag off; machine and exhaust plugged in, key in where there is one, power on. Home it. Jog along both sides: square, no noise.',
    caution: 'never',
  },
  {
    id: 'fan',
    name: 'Fans run',
    how: 'Machine and exhaust plugged in, power on: every fan that was touched starts by itself and sounds as it used to.',
    caution: null,
  },
  {
    id: 'draught',
    name: 'Draught',
    how: 'Exhaust on. A strip of tissue at the far end of the bed is drawn towards the outlet; outdoors the flap opens.',
    caution: 'exhaust-code',
  },
  {
    id: 'frame',
    name: 'Frame run',
    how: 'Trace the outline of a job over scrap, beam off or at its pointer: it ends where it began.',
    caution: 'open-beam',
  },
  {
    id: 'dots',
    name: 'Corner dots',
    how: 'At about half power one short pulse on tape in each corner and in the middle: five dots, round and crisp, in the same place of the opening. A crescent or a halo clips. Was the air hose off for it? Then it is on the put-back list.',
    caution: 'open-beam',
  },
  {
    id: 'burn',
    name: 'Test burn',
    how: 'At the recipe on record, on the shop’s reference stock, exhaust on, lid and guards shut: it cuts through and looks as it used to. Wait out every solvent first.',
    caution: 'open-beam',
  },
];
