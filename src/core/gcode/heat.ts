/** Edge of the squares the share of the bed is counted in, mm. */
const squareMm = 2;

/** Columns of the map that is shown. */
const mapColumns = 40;

/** Where a job burns: the share of the bed and a coarse map of it. */
export interface Heat {
  /** share of the bed's 2 mm squares that the beam passes, 0 to 1 */
  share: number;
  columns: number;
  rows: number;
  /** burned length in each cell against the cell with the most, 0 to 1; rows from the front (Y = 0) */
  cells: number[];
}

/** Gathers where the beam burns on a bed. */
export class HeatMap {
  readonly #width: number;
  readonly #height: number;
  readonly #squares: Uint8Array;
  readonly #across: number;
  readonly #columns = mapColumns;
  readonly #rows: number;
  readonly #burned: Float64Array;
  #touched = 0;

  /** @param width and height of the bed, mm */
  constructor(width: number, height: number) {
    this.#width = width;
    this.#height = height;
    this.#across = Math.ceil(width / squareMm);
    this.#squares = new Uint8Array(this.#across * Math.ceil(height / squareMm));
    this.#rows = Math.max(1, Math.round((mapColumns * height) / width));
    this.#burned = new Float64Array(this.#columns * this.#rows);
  }

  /**
   * A straight burn from one point to another.
   * @returns whether all of it lies on the bed
   */
  burn(x0: number, y0: number, x1: number, y1: number): boolean {
    const length = Math.hypot(x1 - x0, y1 - y0);
    const steps = Math.max(1, Math.ceil(length / (squareMm / 2)));
    let inside = true;
    for (let i = 0; i < steps; i++) {
      const share = (i + 0.5) / steps;
      const x = x0 + (x1 - x0) * share;
      const y = y0 + (y1 - y0) * share;
      if (x < 0 || y < 0 || x >= this.#width || y >= this.#height) {
        inside = false;
        continue;
      }
      const square = Math.floor(y / squareMm) * this.#across + Math.floor(x / squareMm);
      if (this.#squares[square] === 0) {
        this.#squares[square] = 1;
        this.#touched += 1;
      }
      const column = Math.floor((x / this.#width) * this.#columns);
      const row = Math.floor((y / this.#height) * this.#rows);
      this.#burned[row * this.#columns + column]! += length / steps;
    }
    return inside;
  }

  read(): Heat {
    const most = this.#burned.reduce((a, b) => Math.max(a, b), 0);
    return {
      share: this.#touched / this.#squares.length,
      columns: this.#columns,
      rows: this.#rows,
      cells: Array.from(this.#burned, (length) =>
        most > 0 ? Math.round((length / most) * 1000) / 1000 : 0,
      ),
    };
  }
}
