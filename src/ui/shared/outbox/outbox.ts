import type { Outcome, Refusal } from '../../../services/shop';

/** Something that this device keeps until the server has it. */
export interface Kept<S> {
  /** the key by which the server knows it: sent twice is once */
  key: string;
  /** they are sent in this order */
  order: number;
  what: S;
  /** what it is, for whoever made it */
  words: string;
  /** UTC milliseconds by this device's clock */
  madeAt: number;
  /** it was sent, and may have arrived without its answer */
  tried: boolean;
  /** why the server would not take it; it stays until somebody decides */
  refused: string | null;
}

/** What becomes of what is posted: what the server says of it, or that it is kept here until the server answers. */
export type Posted<A> = Outcome<A> | 'kept';

/** A place on this device that outlives the page. */
export interface OutboxStore<S> {
  all: () => Promise<Kept<S>[]>;
  put: (kept: Kept<S>) => Promise<void>;
  drop: (key: string) => Promise<void>;
}

export interface OutboxTools<S, A> {
  store: OutboxStore<S>;
  /**
   * Rejects where nobody answered.
   * @param atForm whether a form still waits for what becomes of it
   */
  send: (kept: Kept<S>, atForm: boolean) => Promise<Outcome<A>>;
  isLost: () => boolean;
  wait: (ms: number) => Promise<void>;
  now: () => number;
}

/** What is on its way from this device: kept before it is sent, sent in order, each once. */
export class Outbox<S, A> {
  #list: readonly Kept<S>[] = [];
  readonly #hearers = new Set<() => void>();
  /** who waits at a form for what becomes of it */
  readonly #forms = new Map<string, (posted: Posted<A>) => void>();
  #last: Promise<void> = Promise.resolve();

  constructor(readonly tools: OutboxTools<S, A>) {}

  /** What is kept, in order; another array whenever anything changed. */
  list = (): readonly Kept<S>[] => this.#list;

  hear = (hearer: () => void): (() => void) => {
    this.#hearers.add(hearer);
    return () => this.#hearers.delete(hearer);
  };

  /** Takes in what an earlier visit could not send, and sends it. */
  async open(): Promise<void> {
    const known = new Set(this.#list.map(({ key }) => key));
    const earlier = await this.tools.store.all().catch(() => []);
    const more = earlier.filter(({ key }) => !known.has(key));
    this.#set([...more, ...this.#list].sort((a, b) => a.order - b.order));
    await this.flush();
  }

  /** Keeps it and sends it, after whatever waits already. */
  async post(one: Pick<Kept<S>, 'key' | 'what' | 'words'>): Promise<Posted<A>> {
    const kept: Kept<S> = {
      ...one,
      order: Math.max(0, ...this.#list.map(({ order }) => order)) + 1,
      madeAt: this.tools.now(),
      tried: false,
      refused: null,
    };
    await this.#put(kept);
    const posted = new Promise<Posted<A>>((resolve) => this.#forms.set(one.key, resolve));
    void this.flush();
    return posted;
  }

  /** Sends again what was refused, changed where it must be. */
  async again(key: string, change: (what: S) => S): Promise<void> {
    const kept = this.#of(key);
    if (!kept) return;
    await this.#put({ ...kept, what: change(kept.what), refused: null });
    await this.flush();
  }

  async remove(key: string): Promise<void> {
    this.#set(this.#list.filter((kept) => kept.key !== key));
    await this.tools.store.drop(key).catch(() => undefined);
  }

  /** Sends what waits, until nothing does or nobody answers. One at a time, whoever asks. */
  flush(): Promise<void> {
    this.#last = this.#last.then(() => this.#sendAll());
    return this.#last;
  }

  async #sendAll(): Promise<void> {
    for (;;) {
      const next = this.#list.find(({ refused }) => refused === null);
      if (!next) return;
      if (this.tools.isLost() || !(await this.#sendOne(next))) break;
    }
    for (const [key, tell] of this.#forms) {
      this.#forms.delete(key);
      tell('kept');
    }
  }

  /** @returns whether the server answered */
  async #sendOne(kept: Kept<S>): Promise<boolean> {
    if (!kept.tried) await this.#put({ ...kept, tried: true });
    let outcome: Outcome<A>;
    try {
      outcome = await this.tools.send(kept, this.#forms.has(kept.key));
    } catch {
      return false;
    }
    const tell = this.#forms.get(kept.key);
    this.#forms.delete(kept.key);
    // meanwhile it may have been taken back: that is sent next
    if (this.#of(kept.key)?.what !== kept.what) tell?.(outcome);
    // the form still has all of it: what was refused is mended there
    else if (outcome.ok || tell) await this.remove(kept.key);
    else await this.#refuse(kept.key, outcome.error);
    tell?.(outcome);
    return true;
  }

  async #refuse(key: string, { message, waitSeconds }: Refusal): Promise<void> {
    const kept = this.#of(key);
    if (!kept) return;
    if (waitSeconds) return this.tools.wait(waitSeconds * 1000);
    await this.#put({ ...kept, refused: message });
  }

  #of(key: string): Kept<S> | undefined {
    return this.#list.find((kept) => kept.key === key);
  }

  async #put(kept: Kept<S>): Promise<void> {
    const known = this.#list.some(({ key }) => key === kept.key);
    this.#set(
      known ? this.#list.map((one) => (one.key === kept.key ? kept : one)) : [...this.#list, kept],
    );
    // where nothing may be kept (a private window) it lives as long as the page
    await this.tools.store.put(kept).catch(() => undefined);
  }

  #set(list: readonly Kept<S>[]): void {
    this.#list = list;
    for (const hearer of [...this.#hearers]) hearer();
  }
}
