import type { Caution } from './schema';

/** Printed once under every sheet and in Set-up. */
export const deference = "The maker's manual, local code and qualified service come first.";

/** Shown where they bite: with the task, not on a legal page. */
export const cautions: readonly Caution[] = [
  {
    id: 'isolate',
    text: "Switch off, unplug, key out, exhaust unplugged. Wait the machine's time before touching a connector. Tag it: others must not start it.",
  },
  {
    id: 'high-voltage',
    text: 'Tens of kilovolts, stored after switch-off. The tube, its leads and its supply are for qualified service only.',
  },
  {
    id: 'beryllium',
    text: 'Do not open or machine the tube: some hold beryllium-oxide ceramic, whose dust is poisonous.',
  },
  {
    id: 'znse',
    text: 'A chipped or broken zinc-selenide lens gives toxic dust: no blowing, no bare hands. Wipe wet, seal, dispose as hazardous by local rule.',
  },
  {
    id: 'open-beam',
    text: 'No test pulse without eyewear rated for this wavelength (about 450 nm diode, 1064 nm infrared, 10.6 µm CO2). Nobody else in line; guards closed wherever they can be.',
  },
  {
    id: 'never',
    text: 'Never bypass an interlock, look along the beam path, fire with a damaged window, or run unattended.',
  },
  {
    id: 'solvent',
    text: 'Flammable vapour: no firing, no spark, ventilate, let it dry completely before power. Gloves and eye protection. Never mix cleaners. Rags into the lidded metal bin.',
  },
  {
    id: 'acetone',
    text: 'No acetone on coated plastics, acrylic or shields.',
  },
  {
    id: 'clear-plastic',
    text: 'Clear plastic: warm water and mild soap. Ammonia and window cleaners haze acrylic.',
  },
  {
    id: 'caustic',
    text: 'No caustic cleaner on aluminium: it attacks the metal. Gloves and goggles with any degreaser.',
  },
  {
    id: 'dry-before-power',
    text: 'Nothing wet goes back near electrics. Touch-dry is not dry.',
  },
  {
    id: 'compressed-air',
    text: 'Eye protection. Hold the fan blades, keep the can upright, regulator at 1.4 bar or less, trap drained.',
  },
  {
    id: 'soot',
    text: 'Respirator and extraction on. Wipe or vacuum with a fine filter; never dry-sweep.',
  },
  {
    id: 'board',
    text: 'No liquid on boards; nothing that bridges contacts. Dry brush only, the board stays in.',
  },
  {
    id: 'glass-edges',
    text: 'Hold glass by the rim. Touched is dirty: start that glass again.',
  },
  {
    id: 'lifting',
    text: 'Sharp edges and pinch points: gloves, and two people for a big bed.',
  },
  {
    id: 'exhaust-code',
    text: 'Discharge and filtering are a matter of local code. Mind the make-up air.',
  },
  {
    id: 'moving',
    text: 'Move the head by hand only with the power off. Keep sleeves and fingers out of belts and wheels.',
  },
];
