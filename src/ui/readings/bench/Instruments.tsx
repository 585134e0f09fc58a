import type { BenchPage } from '../../../catalogue/bench';
import type { benchPresets } from '../../../services/readings/bench/bench-view';
import { Below } from '../../shared/first-picture';
import { ago } from '../../shared/marks/when';
import { BeltBench } from './BeltBench';
import { CoolantBench } from './CoolantBench';
import { DotsBench } from './DotsBench';
import { DuctReckoner } from './DuctReckoner';
import { Clearing, Filter, Tissue, Traverse } from './DraughtBench';
import { FanBench } from './FanBench';
import { GaugeBench } from './GaugeBench';
import type { RecordReading } from './use-reading';

/** The forms of one page of the bench. */
export function Instruments({
  slug,
  machineId,
  presets,
  watts,
  now,
  zone,
  record,
}: {
  slug: BenchPage['slug'];
  machineId: string;
  presets: ReturnType<typeof benchPresets>;
  watts: number | null;
  now: number;
  zone: string;
  record: RecordReading;
}) {
  const about = { machineId, record };
  switch (slug) {
    case 'dots':
      return <DotsBench {...about} set={presets.dots} />;
    case 'draught':
      return (
        <>
          <Tissue {...about} />
          <Clearing {...about} volume={presets.enclosure} flow={presets.flow} />
          <Below>
            <Traverse {...about} diameter={presets.duct} />
            {presets.filter && <Filter {...about} flow={presets.flow} />}
            <DuctReckoner diameter={presets.duct} volume={presets.enclosure} flow={presets.flow} />
          </Below>
        </>
      );
    case 'belts':
      return <BeltBench {...about} belts={presets.belts} />;
    case 'coolant':
      return (
        <>
          {presets.coolantChanged !== null && (
            <p className="quiet">
              Coolant changed {ago(presets.coolantChanged, now, zone)}. Conductivity tells whether
              it is spent.
            </p>
          )}
          <CoolantBench {...about} room={presets.room} liquid={presets.liquid} watts={watts} />
        </>
      );
    case 'fan':
      return <FanBench {...about} old={presets.fan} />;
    case 'gauges':
      return <GaugeBench {...about} known={presets.gauges} />;
  }
}
