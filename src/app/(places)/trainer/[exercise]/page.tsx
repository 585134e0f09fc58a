import { randomInt } from 'node:crypto';
import { notFound, redirect } from 'next/navigation';
import { facingQuestions, touchQuestions } from '../../../../catalogue/quiz';
import { exercises, exerciseWords } from '../../../../core/people/exercises';
import { drillCase, wrongNameMinutes } from '../../../../services/training/drill';
import { orderPuzzle } from '../../../../services/training/puzzle';
import { DotsTrainer } from '../../../../ui/training/DotsTrainer';
import { DrillTrainer } from '../../../../ui/training/DrillTrainer';
import { OrderTrainer } from '../../../../ui/training/OrderTrainer';
import { Quiz } from '../../../../ui/training/Quiz';
import classes from '../../../../ui/training/Training.module.css';
import { enter } from '../../../_server/shop';
import * as actions from '../../../actions/training';

export const metadata = { title: 'Trainer' };

const questions = 9;

interface ExercisePageProps {
  params: Promise<{ exercise: string }>;
  searchParams: Promise<{ seed?: string }>;
}

export default async function ExercisePage({ params, searchParams }: ExercisePageProps) {
  await enter('see');
  const [{ exercise: asked }, { seed: given }] = await Promise.all([params, searchParams]);
  const exercise = exercises.find((one) => one === asked);
  if (!exercise) notFound();
  const seed = Number(given);
  // the same seed is the same exercise: one may be handed to another
  if (!Number.isInteger(seed) || seed < 1 || seed >= 2 ** 31) {
    redirect(`/trainer/${exercise}?seed=${randomInt(1, 2 ** 31)}`);
  }
  const finish = actions.finishExerciseAction;
  return (
    <>
      <h1>{exerciseWords[exercise].name}</h1>
      <p className="quiet">
        <a className="line" href="/trainer">
          Trainer
        </a>
        . The address of this page gives this very exercise to somebody else.
      </p>
      <div className={classes.stack}>
        {exercise === 'dots' && <DotsTrainer key={seed} seed={seed} finish={finish} />}
        {exercise === 'drill' && (
          <DrillTrainer
            key={seed}
            given={drillCase(seed)}
            wrongCosts={wrongNameMinutes}
            answer={actions.drillAnswerAction}
            end={actions.drillEndAction}
            finish={finish}
          />
        )}
        {exercise === 'order' && (
          <OrderTrainer key={seed} puzzle={orderPuzzle(seed)} finish={finish} />
        )}
        {exercise === 'touch' && (
          <Quiz
            key={seed}
            exercise={exercise}
            questions={touchQuestions(seed, questions)}
            finish={finish}
          />
        )}
        {exercise === 'facing' && (
          <Quiz
            key={seed}
            exercise={exercise}
            questions={facingQuestions(seed, questions)}
            finish={finish}
          />
        )}
      </div>
    </>
  );
}
