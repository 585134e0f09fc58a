import type { BenchPage } from '../../../catalogue/bench';
import type { benchPresets } from '../../../services/readings/bench/bench-view';
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
  record,
}: {
  slug: BenchPage['slug'];
  machineId: string;
  presets: ReturnType<typeof benchPresets>;
  watts: number | null;
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
          <Traverse {...about} diameter={presets.duct} />
          {presets.filter && <Filter {...about} flow={presets.flow} />}
          <DuctReckoner diameter={presets.duct} volume={presets.enclosure} flow={presets.flow} />
        </>
      );
    case 'belts':
      return <BeltBench {...about} belts={presets.belts} />;
    case 'coolant':
      return <CoolantBench {...about} room={presets.room} liquid={presets.liquid} watts={watts} />;
    case 'fan':
      return <FanBench {...about} old={presets.fan} />;
    case 'gauges':
      return <GaugeBench {...about} known={presets.gauges} />;
  }
}
