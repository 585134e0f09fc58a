/** How one picture fares on its way. */
export interface PictureState {
  name: string;
  state: 'waiting' | 'sending' | 'sent' | 'refused';
  /** why it was refused, or why it is tried again */
  words: string | null;
}

/** What became of one try: it arrived, it never will, or it may be tried again. */
export type PictureTry = { is: 'sent' } | { is: 'refused' | 'again'; words: string };

export interface PictureQueueTools<F> {
  /** makes a picture small enough for a slow line; hands it on as it is where it cannot */
  shrink: (file: F) => Promise<Blob | F>;
  send: (picture: Blob | F, key: string) => Promise<PictureTry>;
  /** resolves after so long, or sooner when the line is back */
  wait: (ms: number) => Promise<void>;
  newKey: () => string;
}

const firstPauseMs = 1000;
const longestPauseMs = 30_000;

/**
 * Pictures on their way to the server, one by one, each tried again for as long as the page is open. Every
 * picture keeps its key, so that one that arrived without its answer arriving is kept once.
 */
export class PictureQueue<F extends { name: string }> {
  #states: readonly PictureState[] = [];
  readonly #hearers = new Set<() => void>();

  constructor(readonly tools: PictureQueueTools<F>) {}

  /** How each fares; another array whenever anything changed. */
  states = (): readonly PictureState[] => this.#states;

  hear = (hearer: () => void): (() => void) => {
    this.#hearers.add(hearer);
    return () => this.#hearers.delete(hearer);
  };

  /** Sends all of them; resolves when each has arrived or was refused. */
  async send(files: readonly F[]): Promise<void> {
    const first = this.#states.length;
    this.#states = [
      ...this.#states,
      ...files.map(({ name }): PictureState => ({ name, state: 'waiting', words: null })),
    ];
    this.#tell();
    for (const [at, file] of files.entries()) await this.#sendOne(first + at, file);
  }

  async #sendOne(at: number, file: F): Promise<void> {
    const key = this.tools.newKey();
    this.#set(at, { state: 'sending' });
    const picture = await this.tools.shrink(file);
    for (let pause = firstPauseMs; ; pause = Math.min(longestPauseMs, pause * 2)) {
      const outcome = await this.tools.send(picture, key);
      if (outcome.is === 'sent') return this.#set(at, { state: 'sent', words: null });
      if (outcome.is === 'refused') {
        return this.#set(at, { state: 'refused', words: outcome.words });
      }
      this.#set(at, { words: outcome.words });
      await this.tools.wait(pause);
    }
  }

  #set(at: number, change: Partial<PictureState>): void {
    this.#states = this.#states.map((one, index) => (index === at ? { ...one, ...change } : one));
    this.#tell();
  }

  #tell(): void {
    for (const hearer of this.#hearers) hearer();
  }
}
