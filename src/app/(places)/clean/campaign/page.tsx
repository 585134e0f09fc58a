import { dueLoads } from '../../../../services/cleaning/due-loads';
import { CampaignForm, type CampaignMachine } from '../../../../ui/cleaning/CampaignForm';
import { NoMachines } from '../../../../ui/shared/frame/NoMachines';
import { theBoard } from '../../../_server/board';
import { enter } from '../../../_server/shop';
import { sheetMinutesAction, startCampaignAction } from '../../../actions/cleaning';

export const metadata = { title: 'Several machines' };

export default async function CampaignPage() {
  const { shop, actor } = await enter('clean');
  const { machines, sheets } = theBoard();
  const loads = dueLoads(shop, machines);
  const offered = machines.map((machine): CampaignMachine => {
    const busy = sheets.some(({ row }) => row.machineId === machine.id);
    const { tasks } = loads.get(machine.id)!;
    return { id: machine.id, nickname: machine.nickname, state: machine.state, busy, tasks };
  });
  return (
    <>
      <h1>Clean several machines together</h1>
      <p className="quiet">
        While one soaks you work on another; the wash and the drying place are never needed twice at
        the same time; each person has work. Every machine keeps a sheet of its own.
      </p>
      {offered.length === 0 ? (
        <NoMachines>Those to be cleaned together are chosen here.</NoMachines>
      ) : (
        <CampaignForm
          machines={offered}
          me={actor.name}
          start={startCampaignAction}
          minutesOf={sheetMinutesAction}
          now={shop.now()}
          zone={shop.zone}
        />
      )}
    </>
  );
}
