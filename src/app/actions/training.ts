'use server';

import {
  answerDrill,
  drillAnswerSchema,
  drillEndSchema,
  endDrill,
  finishExercise,
} from '../../services/training/training';
import { action, query } from '../_server/action';

export const drillAnswerAction = query('see', [drillAnswerSchema], (_, asked) =>
  answerDrill(asked),
);
export const drillEndAction = query('see', [drillEndSchema], (_, named) => endDrill(named));
export const finishExerciseAction = action('see', finishExercise);
