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
  'shield.clean': optics.shieldClean,
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
  'inline-fan.clean': air.ductClean,
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
  'co2-desktop lens.wipe': optics.pulledLensWipe,
  'co2-desktop crumb-tray.empty': bed.trayOnBench,
};

/** The written steps of a task at a kind of station, or `null` for a task the shop added itself. */
export function writtenSteps(family: string, stationKind: string, task: string): Written | null {
  return (
    byFamily[`${family} ${stationKind}.${task}`] ?? byStation[`${stationKind}.${task}`] ?? null
  );
}
