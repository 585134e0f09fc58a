import { fail, ok, type Result } from '../../units/result';
import { secondsPerMinute } from '../../units/time';
import { arcCentre, type Place } from './arc';
import { notText, hashOf } from './bytes';
import type { Controller } from './controller';
import { HeatMap, type Heat } from './heat';
import { Motion, type Direction, type Segment } from './motion';
import { lineWords, type Word } from './words';

/** Something in a file that was not understood, or looks wrong. */
export interface JobWarning {
  /** the first line it stands on, from 1 */
  line: number;
  /** how often it came */
  count: number;
  text: string;
}

/** What a job file comes to on a machine. */
export interface JobFigures {
  /** tells the same file again */
  hash: string;
  lines: number;
  runSeconds: number;
  beamSeconds: number;
  /** seconds at full power that would burn as much */
  fullPowerSeconds: number;
  /** mm moved with the beam on, and with it off */
  burnedMm: number;
  travelMm: number;
  heat: Heat;
  warnings: JobWarning[];
}

const mmPerInch = 25.4;
const warningsKept = 60;
/** Arcs are burned into the heat map in chords of about this length, mm. */
const chordMm = 1;
const linesBetweenReports = 20_000;

/**
 * Works a job file through: run time with acceleration, time with the beam on and where it burns.
 * It reads the open dialect of diode controllers: G0-G3, G4, G17, G20/G21, G54-G59, G90/G91,
 * G90.1/G91.1, G92, G94, F, S, M0-M5, M7-M9, M30, comments, line numbers. The beam is on only during
 * G1, G2 and G3 with M3 or M4 and S above 0, and in a dwell after one of them with M3.
 * @param bytes the file
 * @param report hears the share done, 0 to 1
 * @returns a sentence when the file is no job: binary, empty, or without a burn
 */
export function readJob(
  bytes: Uint8Array,
  controller: Controller,
  report?: (share: number) => void,
): Result<JobFigures> {
  const unusable = notText(bytes);
  if (unusable) return fail(unusable);
  const text = new TextDecoder('utf-8').decode(bytes);
  const machine = new JobMachine(controller);
  let line = 0;
  for (let start = 0; start < text.length;) {
    const found = text.indexOf('\n', start);
    const end = found < 0 ? text.length : found;
    line += 1;
    machine.run(text.slice(start, end), line);
    if (line % linesBetweenReports === 0) report?.(end / text.length);
    start = end + 1;
  }
  const figures = machine.finish();
  if (figures.beamSeconds === 0) {
    return fail(
      line === 0 || figures.runSeconds === 0
        ? 'The file moves nothing: is it a job file?'
        : 'The file moves but never turns the beam on (no G1, G2 or G3 with M3 or M4 and S above 0). Nothing was taken from it.',
    );
  }
  report?.(1);
  return ok({ hash: hashOf(bytes), lines: line, ...figures });
}

type MotionMode = 0 | 1 | 2 | 3;

/** Words that say something only together with others. */
const parameters = 'IJKRPXYZ';
const axes = 'XYZ';

/** Modal state of the machine as the file drives it. */
class JobMachine {
  readonly #controller: Controller;
  readonly #motion: Motion;
  readonly #heat: HeatMap;
  readonly #warnings = new Map<string, JobWarning>();
  #mode: MotionMode = 0;
  #unit = 1;
  #relative = false;
  #relativeCentres = true;
  /** mm/s; `null` before the first F */
  #feed: number | null = null;
  #power = 0;
  #beam: 'off' | 'constant' | 'dynamic' = 'off';
  #at: Place = [0, 0, 0];
  #offset: Place = [0, 0, 0];
  #ended = false;
  #burned = 0;
  #travel = 0;

  constructor(controller: Controller) {
    this.#controller = controller;
    this.#motion = new Motion(controller.acceleration);
    this.#heat = new HeatMap(controller.bedWidth, controller.bedHeight);
  }

  finish(): Omit<JobFigures, 'hash' | 'lines'> {
    this.#motion.stop();
    const { seconds, beamSeconds, fullPowerSeconds } = this.#motion.taken;
    return {
      runSeconds: seconds,
      beamSeconds,
      fullPowerSeconds,
      burnedMm: this.#burned,
      travelMm: this.#travel,
      heat: this.#heat.read(),
      warnings: [...this.#warnings.values()].sort((a, b) => a.line - b.line),
    };
  }

  #warn(line: number, text: string): void {
    const known = this.#warnings.get(text);
    if (known) known.count += 1;
    else if (this.#warnings.size < warningsKept) this.#warnings.set(text, { line, count: 1, text });
  }

  run(text: string, line: number): void {
    const { words, odd } = lineWords(text);
    if (odd !== null) this.#warn(line, `not understood: ${odd}`);
    if (words.length === 0) return;
    if (this.#ended) {
      this.#warn(line, 'stands after the end of the program (M2 or M30) and is not run');
      return;
    }
    this.#setUnit(words, line);
    const given = new Map<string, number>();
    let use: 'move' | 'dwell' | 'set' = 'move';
    for (const [letter, value] of words) {
      if (letter === 'G') use = this.#prepare(value, line) ?? use;
      else if (letter === 'M') this.#switch(value, line);
      else if (letter === 'F') this.#setFeed(value, line);
      else if (letter === 'S') this.#setPower(value, line);
      else if (parameters.includes(letter)) given.set(letter, value);
      else if (letter !== 'N' && letter !== 'T') this.#warn(line, `${letter} is not understood`);
    }
    if (use === 'dwell') this.#dwell(Math.max(0, given.get('P') ?? 0), line);
    else if (use === 'set') this.#setPlace(given);
    else if (
      [...axes].some((axis) => given.has(axis)) ||
      (this.#mode >= 2 && (given.has('I') || given.has('J')))
    )
      this.#move(given, line);
  }

  /**
   * G20 and G21 hold for their whole line, the feed too, whatever the order of its words: a controller sets
   * the units before the feed (RS274/NGC interpreter, order of execution, from memory).
   */
  #setUnit(words: readonly Word[], line: number): void {
    const at = words.findLastIndex(
      ([letter, value]) => letter === 'G' && (value === 20 || value === 21),
    );
    if (at < 0) return;
    const unit = words[at]![1] === 20 ? mmPerInch : 1;
    if (unit !== this.#unit && words.slice(0, at).some(([letter]) => letter === 'F')) {
      this.#warn(
        line,
        `a feed before ${unit === 1 ? 'G21' : 'G20'} in its line: counted in ${unit === 1 ? 'mm' : 'inches'} a minute`,
      );
    }
    this.#unit = unit;
  }

  /** G4. With M3 the beam goes on burning where it stands; with M4 it goes out with the speed. */
  #dwell(seconds: number, line: number): void {
    const power = this.#beam === 'constant' ? this.#burning() : 0;
    this.#motion.dwell(seconds, power);
    if (power === 0 || seconds === 0) return;
    this.#warn(line, 'the beam stands still and burns (G4 with M3): counted as beam time');
    this.#mark(this.#at[0], this.#at[1], this.#at[0], this.#at[1], line);
  }

  /** A G word. Returns what the line's parameters are for, where it says so. */
  #prepare(code: number, line: number): 'dwell' | 'set' | undefined {
    switch (code) {
      case 0:
      case 1:
      case 2:
      case 3:
        this.#mode = code;
        return;
      case 4:
        return 'dwell';
      case 90:
        this.#relative = false;
        return;
      case 91:
        this.#relative = true;
        return;
      case 90.1:
        this.#relativeCentres = false;
        return;
      case 91.1:
        this.#relativeCentres = true;
        return;
      case 92:
        return 'set';
      case 28:
      case 28.1:
      case 30:
      case 30.1:
        this.#warn(line, `G${code}: the way to a kept position is not known and not counted`);
        return 'dwell';
      case 17:
      case 20:
      case 21:
      case 40:
      case 49:
      case 54:
      case 55:
      case 56:
      case 57:
      case 58:
      case 59:
      case 61:
      case 64:
      case 80:
      case 94:
        return;
      default:
        this.#warn(line, `G${code} is not understood`);
    }
  }

  #switch(code: number, line: number): void {
    switch (code) {
      case 3:
        this.#beam = 'constant';
        return;
      case 4:
        this.#beam = this.#controller.dynamicPower ? 'dynamic' : 'constant';
        return;
      case 5:
        this.#beam = 'off';
        return;
      case 2:
      case 30:
        this.#ended = true;
        this.#beam = 'off';
        return;
      case 0:
      case 1:
      case 7:
      case 8:
      case 9:
        return;
      default:
        this.#warn(line, `M${code} is not understood`);
    }
  }

  #setFeed(value: number, line: number): void {
    if (!(value > 0)) return this.#warn(line, `F${value} is no feed`);
    const feed = (value * this.#unit) / secondsPerMinute;
    if (feed > this.#controller.maxFeed * 1.000001) {
      this.#warn(line, `faster than the machine: counted at ${this.#controller.maxFeed} mm/s`);
    }
    this.#feed = Math.min(feed, this.#controller.maxFeed);
  }

  #setPower(value: number, line: number): void {
    const share = value / this.#controller.fullPower;
    if (share > 1) this.#warn(line, `more than full power (S${this.#controller.fullPower})`);
    this.#power = Math.min(1, Math.max(0, share));
  }

  /** G92: says where it is without moving. */
  #setPlace(given: ReadonlyMap<string, number>): void {
    for (const [index, axis] of [...axes].entries()) {
      const value = given.get(axis);
      if (value !== undefined) this.#offset[index] = this.#at[index]! - value * this.#unit;
    }
  }

  #move(given: ReadonlyMap<string, number>, line: number): void {
    const from = this.#at;
    const to = [...axes].map((axis, index) => {
      const value = given.get(axis);
      if (value === undefined) return from[index]!;
      const length = value * this.#unit;
      return this.#relative ? from[index]! + length : this.#offset[index]! + length;
    }) as Place;
    this.#at = to;
    if (this.#mode >= 2) this.#arc(from, to, given, line);
    else this.#straight(from, to, line);
  }

  #speed(line: number): number {
    if (this.#mode === 0) return this.#controller.maxFeed;
    if (this.#feed === null) {
      this.#warn(line, 'no feed (F) is given yet: counted at the fastest');
      return this.#controller.maxFeed;
    }
    return this.#feed;
  }

  #burning(): number {
    return this.#mode === 0 || this.#beam === 'off' ? 0 : this.#power;
  }

  #straight(from: Place, to: Place, line: number): void {
    const [dx, dy, dz] = [to[0] - from[0], to[1] - from[1], to[2] - from[2]];
    const length = Math.sqrt(dx * dx + dy * dy + dz * dz);
    if (length === 0) return;
    const direction: Direction = [dx / length, dy / length, dz / length];
    this.#add({ length, starts: direction, ends: direction, speed: this.#speed(line) });
    if (this.#burning() > 0) this.#mark(from[0], from[1], to[0], to[1], line);
  }

  #add({ length, starts, ends, speed }: Pick<Segment, 'length' | 'starts' | 'ends' | 'speed'>) {
    const power = this.#burning();
    if (power > 0) this.#burned += length;
    else this.#travel += length;
    this.#motion.add({ length, starts, ends, speed, power, scaled: this.#beam === 'dynamic' });
  }

  #mark(x0: number, y0: number, x1: number, y1: number, line: number): void {
    if (!this.#heat.burn(x0, y0, x1, y1)) this.#warn(line, 'burns beyond the bed');
  }

  #arc(from: Place, to: Place, given: ReadonlyMap<string, number>, line: number): void {
    const length = (letter: string) => {
      const value = given.get(letter);
      return value === undefined ? undefined : value * this.#unit;
    };
    const origin = this.#relativeCentres ? from : this.#offset;
    const found = arcCentre(this.#mode === 2, from, to, origin, {
      r: length('R'),
      i: length('I'),
      j: length('J'),
    });
    if ('doubt' in found) {
      this.#warn(line, `${found.doubt}: counted as a straight line`);
      return this.#straight(from, to, line);
    }
    const [cx, cy] = found.centre;
    const radius = Math.hypot(from[0] - cx, from[1] - cy);
    const out = Math.hypot(to[0] - cx, to[1] - cy);
    if (Math.abs(out - radius) > Math.max(0.05, radius * 0.005)) {
      this.#warn(line, 'an arc whose ends lie at different distances from its centre');
    }
    const turn = this.#mode === 2 ? -1 : 1; // clockwise is negative
    const first = Math.atan2(from[1] - cy, from[0] - cx);
    const last = Math.atan2(to[1] - cy, to[0] - cx);
    let sweep = turn * (last - first);
    while (sweep <= 1e-9) sweep += 2 * Math.PI;
    const climb = to[2] - from[2];
    const path = Math.hypot(sweep * radius, climb);
    if (path === 0) return;
    const flat = (sweep * radius) / path;
    const along = (angle: number): Direction => [
      -Math.sin(angle) * turn * flat,
      Math.cos(angle) * turn * flat,
      climb / path,
    ];
    // round a curve the acceleration must hold the path: v² ≤ a r
    const hold = Math.sqrt(this.#controller.acceleration * radius);
    this.#add({
      length: path,
      starts: along(first),
      ends: along(last),
      speed: Math.min(this.#speed(line), hold),
    });
    if (this.#burning() === 0) return;
    const chords = Math.min(10_000, Math.max(8, Math.ceil((sweep * radius) / chordMm)));
    let [x, y] = [from[0], from[1]];
    for (let i = 1; i <= chords; i++) {
      const angle = first + (turn * sweep * i) / chords;
      const [nx, ny] = [cx + radius * Math.cos(angle), cy + radius * Math.sin(angle)];
      this.#mark(x, y, nx, ny, line);
      [x, y] = [nx, ny];
    }
  }
}
