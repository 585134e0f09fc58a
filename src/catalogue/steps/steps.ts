import type { Minutes } from '../../core/care/minutes';
import type { Build } from '../builds/build';
import type { CatalogueTask } from '../schema';
import type { RailType } from './acts';
import * as air from './air';
import * as bed from './bed';
import * as body from './body';
import * as motion from './motion';
import * as optics from './optics';
import type { Written } from './written';

/** By kind of station and task. */
const byStation: Readonly<Record<string, Written>> = {
  'diode-module.clean': air.moduleFanClean,
  'diode-module.strip-clean': optics.headStrip,
  'mirror.wipe': optics.mirrorWipe,
  'panel-mirror.clean': optics.panelMirrorCheck,
  'beam-window.wipe': optics.beamWindowWipe,
  'window.wipe': optics.windowWipe,
  'window.strip-clean': optics.windowStrip,
  'nozzle.clean': optics.nozzleClean,
  'shield.clean': optics.shieldInPlace,
  'field-lens.wipe': optics.fieldLensWipe,
  'lens.wipe': optics.lensWipe,
  'head-mirror.wipe': optics.headMirrorWipe,
  'probe.wipe': optics.probeWipe,
  'head-fan.clean': air.headFanClean,
  'camera.wipe': optics.clearPlasticWipe,
  'debris.clear': bed.debrisClear,
  'under-bed.vacuum': bed.underBedVacuum,
  'honeycomb.clean': bed.honeycombClean,
  'slats.wipe': bed.slatWipe,
  'plate.clean': bed.plateClean,
  'crumb-tray.empty': bed.trayEmpty,
  'wheels.clean': motion.wheelsClean,
  'wheel-rail.clean': motion.wheelRailClean,
  'wheel-rail.grease': motion.wheelRailGrease,
  'rods.clean': motion.rodClean,
  'linear-bearing.clean': motion.bearingClean,
  'linear-bearing.grease': motion.bearingGrease,
  'round-rails.wipe': motion.roundRailWipe,
  'hood-slides.wipe': motion.hoodSlideGrease,
  'belts.inspect': motion.beltCheck,
  'lead-screws.wipe': motion.screwWipe,
  'cables.inspect': motion.cableCheck,
  'outlet-fan.clean': air.outletFanClean,
  'inline-fan.clean': air.inlineFanClean,
  'duct.clean': air.ductClean,
  'ports.clean': air.portClean,
  'filter.inspect': air.filterCheck,
  'air-assist.clean': air.airPumpClean,
  'frame.wipe': body.frameWipe,
  'interior.wipe': body.interiorWipe,
  'interior.strip-clean': body.interiorStrip,
  'clear-parts.wipe': optics.clearPlasticWipe,
  'whole.strip-clean': body.wholeStrip,
  'coolant.inspect': body.coolantLook,
  'coolant.change': body.coolantChange,
};

/** Where a family does it otherwise. */
const byFamily: Readonly<Record<string, Written>> = {
  'galvo-desktop plate.clean': bed.hoodPlateClean,
  'galvo-desktop interior.wipe': body.hoodInside,
  'co2-desktop crumb-tray.empty': bed.trayOnBench,
};

/** A station on its machine, as far as its written steps go. */
export interface Placed {
  kind: string;
  slug: string;
}

/** Where the build decides how it is done. */
function byBuild({ variants }: Build, { kind, slug }: Placed, task: string): Written | null {
  switch (`${kind}.${task}`) {
    case 'window.strip-clean':
      return variants['reach'] === 'in-front' ? optics.windowByHand : null;
    case 'lens.wipe':
      return (
        {
          assembly: optics.assemblyLensWipe,
          glued: optics.gluedLensWipe,
          'magnet-tool': optics.pulledLensWipe,
        }[variants['lens'] ?? ''] ?? null
      );
    case 'mirror.wipe': {
      const held = variants[slug === 'mirror-3' ? 'head-mirror' : 'mirrors'];
      if (variants['mirrors'] === 'covered') return optics.coveredMirrorWipe;
      if (held === 'magnets') return optics.magnetMirrorWipe;
      const usual = slug === 'mirror-1' ? optics.firstMirrorWipe : optics.mirrorWipe;
      return held === 'fixed' ? optics.ringHeld(usual) : usual;
    }
    case 'head-mirror.wipe':
      if (variants['head-mirror'] === 'magnets') return optics.magnetMirrorWipe;
      return variants['head-mirror'] === 'fixed' ? optics.ringHeld(optics.headMirrorWipe) : null;
    case 'probe.wipe':
      return slug === 'distance-sensor' ? optics.sensorWipe : null;
    case 'belts.inspect':
      return (
        { single: motion.singleBeltCheck, side: motion.sideBeltCheck }[variants['belts'] ?? ''] ??
        null
      );
    case 'diode-module.clean':
      return variants['top'] === 'open' ? air.openFanClean : null;
    case 'ports.clean':
      return variants['ports'] === 'inside' ? air.portInside : null;
    case 'air-assist.clean':
      return variants['assist'] === 'covered-fan' ? air.assistFanClean : null;
    default:
      return null;
  }
}

/** The written steps of a task at a station, or `null` for a task the shop added itself. */
export function writtenSteps(build: Build, place: Placed, task: string): Written | null {
  return (
    byBuild(build, place, task) ??
    byFamily[`${build.family} ${place.kind}.${task}`] ??
    byStation[`${place.kind}.${task}`] ??
    null
  );
}

/** Minutes of a task where a build takes others than most. Common practice, no source. */
export function minutesOn(build: Build, place: Placed, task: CatalogueTask): Minutes {
  const at = `${place.kind}.${task.key}`;
  const { variants } = build;
  if (at === 'window.strip-clean' && variants['reach'] === 'in-front') return byHand;
  if (at === 'mirror.wipe' && variants['mirrors'] === 'covered') return lifted;
  const onHead = place.kind === 'head-mirror' || place.slug === 'mirror-3';
  if (onHead && variants['head-mirror'] === 'magnets') return lifted;
  if (at === 'lens.wipe' && variants['lens'] === 'glued') return inPlace;
  return smallHoods[`${build.family} ${at}`] ?? task.minutes;
}

const byHand: Minutes = { active: 2, passive: 1, finishing: 1 };
const lifted: Minutes = { active: 2, passive: 1, finishing: 1 };
const inPlace: Minutes = { active: 2, passive: 2, finishing: 0 };
const smallHoods: Readonly<Record<string, Minutes>> = {
  'galvo-desktop interior.wipe': { active: 2, passive: 1, finishing: 0 },
  'galvo-desktop frame.wipe': { active: 1, passive: 0, finishing: 0 },
};

/** Stations that lie along X, or along both axes; every other rail lies along Y. */
const axes: Readonly<Record<string, readonly Axis[]>> = {
  'rail-x': ['X'],
  'linear-bearing': ['X'],
  rails: ['X', 'Y'],
  wheels: ['X', 'Y'],
};
type Axis = 'X' | 'Y';

/** A rail of a station and what it is. */
export interface Rail {
  axis: Axis;
  type: RailType;
}

const types: Readonly<Record<string, RailType>> = {
  'v-wheels': 'v-wheels',
  'v-wheels-three': 'v-wheels',
  'v-wheels-four': 'v-wheels',
  rods: 'rods',
  'three-face': 'rods',
  bearing: 'bearing',
  slides: 'slides',
  dry: 'dry',
};

const railKinds: readonly string[] = [
  'wheels',
  'wheel-rail',
  'rods',
  'linear-bearing',
  'round-rails',
  'hood-slides',
];

/** What the rails of a station are on this build; none where the station is no rail. */
export function railsOf({ variants }: Build, { kind, slug }: Placed): Rail[] {
  if (kind === 'lead-screws') return [{ axis: 'Y', type: 'screw' }];
  if (!railKinds.includes(kind)) return [];
  return (axes[slug] ?? (['Y'] as const)).flatMap((axis): Rail[] => {
    const type = types[variants[`${axis.toLowerCase()}-rail`] ?? ''];
    return type ? [{ axis, type }] : [];
  });
}

/** Whether nothing may be greased at a station: every rail of it runs dry. */
export const runsDry = (rails: readonly Rail[]) =>
  rails.length > 0 && rails.every(({ type }) => type === 'dry');
