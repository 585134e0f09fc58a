/** Edge of the squares the share of the bed is counted in, mm. */
const squareMm = 2;

/** The edge of the bed belongs to it: relative moves add up with rounding, mm. */
const edgeMm = 1e-6;

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
    const [dx, dy, part] = [(x1 - x0) / steps, (y1 - y0) / steps, length / steps];
    const [perColumn, perRow] = [this.#columns / this.#width, this.#rows / this.#height];
    const [squares, burned, width, height] = [
      this.#squares,
      this.#burned,
      this.#width,
      this.#height,
    ];
    let inside = true;
    // a large file takes hundreds of millions of these steps; coordinates on the bed are above -1, so that
    // `| 0` is their floor or 0
    for (let i = 0, x = x0 + dx / 2, y = y0 + dy / 2; i < steps; i++, x += dx, y += dy) {
      if (x < -edgeMm || y < -edgeMm || x > width + edgeMm || y > height + edgeMm) {
        inside = false;
        continue;
      }
      const [bx, by] = [Math.min(x, width - edgeMm), Math.min(y, height - edgeMm)];
      const square = ((by / squareMm) | 0) * this.#across + ((bx / squareMm) | 0);
      if (squares[square] === 0) {
        squares[square] = 1;
        this.#touched += 1;
      }
      burned[((by * perRow) | 0) * this.#columns + ((bx * perColumn) | 0)]! += part;
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
