import type { Outcome } from '../../services/shop';
import type { SessionInput } from '../../services/usage/session-input';
import type { Undo } from './Logged';

/** What a form that logs use may do. */
export interface LogActions {
  /**
   * `'kept'`: it is on this device until the server answers.
   * @param words what is logged, for whoever logs it
   */
  log: (input: SessionInput, words: string) => Promise<Outcome<{ duplicate: boolean } | 'kept'>>;
  undo: Undo;
  startTimer: (machineId: string) => Promise<Outcome<{ startedAt: number }>>;
  dropTimer: (machineId: string) => Promise<Outcome<unknown>>;
  logTimer: (
    input: Omit<SessionInput, 'start' | 'runSeconds'>,
    words: string,
  ) => Promise<Outcome<{ duplicate: boolean } | 'kept'>>;
}
