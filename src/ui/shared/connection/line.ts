/** Whether the server answers, as far as this page has found out. */
export interface LineState {
  lost: boolean;
  /** when what is shown was last told by the server, UTC milliseconds */
  answeredAt: number;
}

export interface LineTools {
  /** asks whether the server answers; never rejects */
  probe: () => Promise<boolean>;
  /** resolves after so long, or sooner where there is reason to hope */
  wait: (ms: number) => Promise<void>;
  now: () => number;
}

const probeMs = 3000;

/**
 * The line to the server: lost once something that was asked of the server found nobody, and back once it answers
 * again. While it is lost the server is asked over and over.
 */
export class Line {
  #state: LineState;
  readonly #hearers = new Set<() => void>();
  #probing = false;

  constructor(readonly tools: LineTools) {
    this.#state = { lost: false, answeredAt: tools.now() };
  }

  /** The same object for as long as nothing changed. */
  state = (): LineState => this.#state;

  hear = (hearer: () => void): (() => void) => {
    this.#hearers.add(hearer);
    return () => this.#hearers.delete(hearer);
  };

  /** The server has answered. What it answered is not asked here. */
  answered(): void {
    const { lost } = this.#state;
    this.#state = { lost: false, answeredAt: this.tools.now() };
    if (lost) this.#tell();
  }

  /** What is shown was made then, UTC milliseconds. */
  shows(madeAt: number): void {
    this.#state = { ...this.#state, answeredAt: madeAt };
  }

  /** Nobody answered. */
  lose(): void {
    if (!this.#state.lost) {
      this.#state = { ...this.#state, lost: true };
      this.#tell();
    }
    void this.#probeUntilBack();
  }

  /** Resolves once the server answers again; at once where it does. */
  back(): Promise<void> {
    return new Promise((resolve) => {
      if (!this.#state.lost) return resolve();
      const leave = this.hear(() => {
        if (this.#state.lost) return;
        leave();
        resolve();
      });
    });
  }

  async #probeUntilBack(): Promise<void> {
    if (this.#probing) return;
    this.#probing = true;
    while (this.#state.lost) {
      if (await this.tools.probe()) this.answered();
      else await this.tools.wait(probeMs);
    }
    this.#probing = false;
  }

  #tell(): void {
    for (const hearer of [...this.#hearers]) hearer();
  }
}
