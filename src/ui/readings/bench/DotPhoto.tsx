'use client';

import { Button, FileButton, NumberInput } from '@mantine/core';
import { useEffect, useRef, useState, type PointerEvent } from 'react';
import type { FoundDot, NoDot, Picture, PhotoRead } from '../../../core/readings/dots/photo';
import { dotOnTape } from '../../../core/readings/dots/on-tape';
import classes from './Bench.module.css';
import type { Placed } from './DotTarget';

/** A picture is worked through no larger than this, pixels along its longer side. */
const largest = 1600;

const noDotWords: Readonly<Record<NoDot, string>> = {
  'no dot':
    'No dot is seen in it. Tap its middle yourself, or take another picture, nearer and straight on.',
  'several dots': 'There is more than one dark spot in it. Tap the middle of the right one.',
  'not a dot': 'What is dark in it is not round. Tap the middle yourself, or take another picture.',
  'at the edge':
    'The dot is cut off by the edge of the picture. Take it again with the dot in the middle.',
};

interface Point {
  x: number;
  y: number;
}

/** What the next tap tells. */
type Asked = 'dot' | 'middle' | 'one edge' | 'other edge';

const askedWords: Readonly<Record<Asked, string>> = {
  dot: 'Tap the middle of the dot.',
  middle: 'Tap where the beam should meet: the middle of the hole, or the cross on the tape.',
  'one edge': 'Tap one edge of the tape.',
  'other edge': 'Tap the other edge of the tape, straight across.',
};

/** A dot from a picture: found by the program, set right by hand, scaled by the width of the tape. */
export function DotPhoto({ place, onRead }: { place: string; onRead: (dot: Placed) => void }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const worker = useRef<Worker>(undefined);
  const [picture, setPicture] = useState<ImageBitmap | null>(null);
  const [dot, setDot] = useState<Found>();
  const [taps, setTaps] = useState<Partial<Record<Asked, Point>>>({});
  const [tape, setTape] = useState<number | string>(19);
  const [said, setSaid] = useState('');
  useEffect(() => () => worker.current?.terminate(), []);

  const asked: Asked | null = !dot
    ? 'dot'
    : !taps.middle
      ? 'middle'
      : !taps['one edge']
        ? 'one edge'
        : !taps['other edge']
          ? 'other edge'
          : null;
  const size = picture ? scaled(picture.width, picture.height) : { width: 0, height: 0 };

  useEffect(() => {
    const drawn = canvas.current?.getContext('2d');
    if (drawn && picture) drawMarks(drawn, picture, dot, Object.values(taps));
  }, [picture, dot, taps]);

  async function open(file: File | null) {
    if (!file) return;
    setDot(undefined);
    setTaps({});
    setSaid('Looking for the dot …');
    let taken: ImageBitmap;
    try {
      taken = await createImageBitmap(file);
    } catch {
      return setSaid('This is no picture that this browser can open. JPEG and PNG are.');
    }
    setPicture(taken);
    const { width, height } = scaled(taken.width, taken.height);
    const drawn = new OffscreenCanvas(width, height).getContext('2d')!;
    drawn.drawImage(taken, 0, 0, width, height);
    const { data } = drawn.getImageData(0, 0, width, height);
    worker.current?.terminate();
    worker.current = new Worker(new URL('./dot-photo-worker.ts', import.meta.url), {
      type: 'module',
    });
    worker.current.onmessage = ({ data: read }: MessageEvent<PhotoRead>) => {
      worker.current?.terminate();
      if (!read.found) return setSaid(noDotWords[read.why]);
      setDot(read.found);
      setSaid(
        read.found.clipped
          ? `Found, with its ${read.found.clipped} side cut off. Not that one? Tap the right one.`
          : 'Found. Not that one? Take it back and tap the right one.',
      );
    };
    worker.current.onerror = () => setSaid(noDotWords['no dot']);
    worker.current.postMessage({ width, height, data } satisfies Picture);
  }

  const tap = (event: PointerEvent<HTMLCanvasElement>) => {
    if (!asked) return;
    const seen = event.currentTarget.getBoundingClientRect();
    const at = {
      x: ((event.clientX - seen.left) / seen.width) * size.width,
      y: ((event.clientY - seen.top) / seen.height) * size.height,
    };
    if (asked === 'dot') setDot(at);
    else setTaps({ ...taps, [asked]: at });
  };

  const read = dot ? placed(dot, taps, Number(tape)) : null;

  return (
    <div>
      <div className={classes.row}>
        <FileButton onChange={(file) => void open(file)} accept="image/*">
          {(props) => (
            <Button variant="default" {...props}>
              From a picture
            </Button>
          )}
        </FileButton>
        {picture && (
          <>
            <NumberInput label="Width of the tape, mm" w={180} value={tape} onChange={setTape} />
            <Button
              variant="default"
              onClick={() => {
                setDot(undefined);
                setTaps({});
              }}
            >
              Remove the marks
            </Button>
          </>
        )}
      </div>
      <p aria-live="polite">
        {said} {picture && asked && <b>{askedWords[asked]}</b>}
      </p>
      {picture && (
        <canvas
          ref={canvas}
          width={size.width}
          height={size.height}
          className={classes.photo}
          aria-label={`Picture of the tape ${place}`}
          onPointerDown={tap}
        />
      )}
      {read && (
        <Button mt={8} onClick={() => onRead(read)}>
          Take {read.h} mm sideways, {read.v} mm up for {place}
        </Button>
      )}
    </div>
  );
}

type Found = Point & Partial<Pick<FoundDot, 'radius' | 'clipped'>>;

/** Where a dot lies, by what was tapped; `null`: not all of it was. */
function placed(dot: Found, taps: Partial<Record<Asked, Point>>, width: number): Placed | null {
  const { middle, 'one edge': one, 'other edge': other } = taps;
  return middle && one && other ? dotOnTape(dot, { middle, edges: [one, other], width }) : null;
}

/** Draws the picture with what was found and tapped in it. */
function drawMarks(
  drawn: CanvasRenderingContext2D,
  picture: ImageBitmap,
  dot: Found | undefined,
  taps: readonly Point[],
): void {
  const { width, height } = scaled(picture.width, picture.height);
  drawn.drawImage(picture, 0, 0, width, height);
  const weight = Math.max(2, width / 300);
  drawn.lineWidth = weight;
  const ring = ({ x, y }: Point, r: number, colour: string) => {
    drawn.strokeStyle = colour;
    drawn.beginPath();
    drawn.arc(x, y, r, 0, 2 * Math.PI);
    drawn.moveTo(x - 3 * weight, y);
    drawn.lineTo(x + 3 * weight, y);
    drawn.moveTo(x, y - 3 * weight);
    drawn.lineTo(x, y + 3 * weight);
    drawn.stroke();
  };
  if (dot) ring(dot, dot.radius ?? 6 * weight, '#e05a00');
  for (const tap of taps) ring(tap, 4 * weight, '#0b4fd6');
}

/** The size a picture is worked through in. */
function scaled(width: number, height: number): { width: number; height: number } {
  const share = Math.min(1, largest / Math.max(width, height));
  return { width: Math.round(width * share), height: Math.round(height * share) };
}
