/** The parts of the drawing library that the tests use; it ships no types. */
declare module 'gcanvas' {
  class GcodeDriver {
    constructor(stream: { write: (line: string) => void });
  }
  class Gcanvas {
    static GcodeDriver: typeof GcodeDriver;
    constructor(driver: GcodeDriver);
    unit: 'mm' | 'inch';
    speed: number;
    beginPath(): void;
    rect(x: number, y: number, width: number, height: number): void;
    arc(x: number, y: number, radius: number, start: number, end: number): void;
    moveTo(x: number, y: number): void;
    lineTo(x: number, y: number): void;
    stroke(): void;
  }
  export = Gcanvas;
}

declare module 'gcode-parser' {
  export function parseLine(line: string): { words: [letter: string, value: number][] };
}
