'use client';

import { useEffect, useRef, useState } from 'react';
import type { HeardTone } from '../../../core/readings/tone';
import type { ToneQuestion } from './tone-worker';

/** Listening gives up after so long, milliseconds. */
const longestMs = 20_000;
/** How often what was heard lately is looked at, milliseconds. */
const everyMs = 300;
/** Samples that are looked at together: about three quarters of a second. */
const heardSamples = 32_768;

/** What became of listening. */
export type Listening =
  | { state: 'idle' }
  | { state: 'listening' }
  | { state: 'heard'; hertz: number; spread: number; octave: boolean }
  | { state: 'nothing'; why: string };

const notHeard: Readonly<Record<Extract<HeardTone, { hertz: null }>['why'], string>> = {
  silence: 'Nothing was heard. Hold the microphone within a hand of the belt, and pluck it.',
  'no tone': 'There was noise, and no tone in it. Stop fans and pump, and pluck again.',
  'a steady hum': 'Only a steady hum was heard, of a fan or a pump: stop it, and pluck again.',
};

/** Listens by the microphone until a plucked tone is heard; the sound leaves the page nowhere. */
export function useListening(expected: number | undefined) {
  const [heard, setHeard] = useState<Listening>({ state: 'idle' });
  const stopping = useRef<() => void>(undefined);
  useEffect(() => () => stopping.current?.(), []);

  async function listen() {
    stopping.current?.();
    setHeard({ state: 'listening' });
    let stream: MediaStream;
    try {
      stream = await navigator.mediaDevices.getUserMedia({
        audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false },
      });
    } catch {
      return setHeard({
        state: 'nothing',
        why: 'The microphone may not be used here. Allow it for this page, or type the tone. Over a network it needs an https address.',
      });
    }
    const context = new AudioContext();
    const analyser = new AnalyserNode(context, { fftSize: heardSamples });
    context.createMediaStreamSource(stream).connect(analyser);
    const worker = new Worker(new URL('./tone-worker.ts', import.meta.url), { type: 'module' });
    const began = performance.now();
    let why: keyof typeof notHeard = 'silence';
    const end = (last: Listening) => {
      stopping.current?.();
      setHeard(last);
    };
    const timer = setInterval(() => {
      if (performance.now() - began > longestMs) {
        return end({ state: 'nothing', why: notHeard[why] });
      }
      const samples = new Float32Array(heardSamples);
      analyser.getFloatTimeDomainData(samples);
      worker.postMessage({ samples, rate: context.sampleRate, expected } satisfies ToneQuestion);
    }, everyMs);
    worker.onmessage = ({ data }: MessageEvent<HeardTone>) => {
      if (data.hertz === null) {
        if (data.why !== 'silence') why = data.why;
        return;
      }
      const { hertz, spread, octave } = data;
      end({ state: 'heard', hertz, spread, octave });
    };
    stopping.current = () => {
      clearInterval(timer);
      worker.terminate();
      for (const track of stream.getTracks()) track.stop();
      void context.close().catch(() => undefined);
      stopping.current = undefined;
    };
  }

  const stop = () => {
    stopping.current?.();
    setHeard({ state: 'idle' });
  };
  return { heard, listen, stop };
}
