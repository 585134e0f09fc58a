import { hearTone, type HeardTone } from '../../../core/readings/tone';

/** What the page asks of the worker. */
export interface ToneQuestion {
  samples: Float32Array;
  rate: number;
  expected: number | undefined;
}

onmessage = ({ data: { samples, rate, expected } }: MessageEvent<ToneQuestion>) => {
  postMessage(hearTone(samples, rate, expected) satisfies HeardTone);
};
