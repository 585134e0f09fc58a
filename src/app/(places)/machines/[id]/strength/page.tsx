import { notFound } from 'next/navigation';
import { keptOf, ofToday } from '../../../../../services/kept';
import { findMachine } from '../../../../../services/machines/machine-view';
import { soilTable } from '../../../../../services/usage/soil-weights-read';
import { cleaningChoice, strengthViews } from '../../../../../services/readings/strength/strength';
import { Allowed } from '../../../../../ui/shared/frame/Allowed';
import { packed } from '../../../../../ui/shared/packed';
import { Rooms } from '../../../../../ui/machines/Rooms';
import { RecipeForm } from '../../../../../ui/readings/RecipeForm';
import { Strength } from '../../../../../ui/readings/Strength';
import classes from '../../../../../ui/readings/Strength.module.css';
import { theBoard } from '../../../../_server/board';
import { enter } from '../../../../_server/shop';
import * as actions from '../../../../actions/readings';

export const metadata = { title: 'Strength' };

export default async function StrengthPage({ params }: { params: Promise<{ id: string }> }) {
  const { shop } = await enter('see');
  const { id } = await params;
  const row = findMachine(shop, id);
  const { machines, now } = theBoard();
  const machine = machines.find((one) => one.id === id);
  if (!row || !machine) notFound();
  const recipes = keptOf(shop, `strength page ${id}`, ofToday, () => ({
    value: strengthViews(shop, row).map((view) => ({ id: view.recipe.id, view: packed(view) })),
    of: [id],
  }));
  return (
    <>
      <h1>{machine.nickname}: strength</h1>
      <Rooms machine={machine} here="/strength" />
      {recipes.length === 0 && (
        <p>
          No recipe yet. A recipe is a cut of your reference stock that just succeeds on the sound
          machine; every later test burn is held against it.
        </p>
      )}
      <div className={classes.stack}>
        {recipes.map((recipe) => (
          <Strength
            key={recipe.id}
            machineId={id}
            view={recipe.view}
            choice={cleaningChoice(shop, machine)}
            floor={shop.strengthFloor}
            now={now}
            zone={shop.zone}
            record={actions.recordBurnAction}
            drop={actions.dropRecipeAction}
          />
        ))}
        <Allowed right="set up">
          <RecipeForm
            machineId={id}
            materials={soilTable(shop).materials.map(({ name }) => name)}
            change={actions.changeRecipeAction}
          />
        </Allowed>
      </div>
    </>
  );
}
