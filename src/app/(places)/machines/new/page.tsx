import { featuresOf } from '../../../../catalogue/builds/build';
import { families } from '../../../../catalogue/families';
import { AddMachineForm } from '../../../../ui/machines/AddMachineForm';
import { enter } from '../../../_server/shop';
import { addMachineAction } from '../../../actions/machines';

export const metadata = { title: 'Add a machine' };

export default async function NewMachinePage() {
  await enter('set up');
  return (
    <>
      <h1>Add a machine</h1>
      <p className="quiet">
        Its family gives it stations and care tasks with starting limits. Add, rename or remove
        stations afterwards.
      </p>
      <AddMachineForm
        families={families.map(({ id, name, mark }) => ({
          id,
          name,
          mark,
          features: featuresOf(id).map(({ id: feature, part, name: words, usual, variants }) => ({
            id: feature,
            part,
            name: words,
            usual: usual[id]!,
            variants: variants.map((variant) => ({ id: variant.id, name: variant.name })),
          })),
        }))}
        add={addMachineAction}
      />
    </>
  );
}
