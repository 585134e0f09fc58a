import { people } from '../../../../services/people/people';
import { People } from '../../../../ui/people/People';
import { TrainingFirst } from '../../../../ui/people/TrainingFirst';
import { LabelAsks } from '../../../../ui/people/LabelAsks';
import { SetupRooms } from '../../../../ui/setup/SetupRooms';
import { enter } from '../../../_server/shop';
import { changeSettingAction } from '../../../actions/shop';
import * as actions from '../../../actions/people';

export const metadata = { title: 'People' };

export default async function PeoplePage() {
  const { shop, actor } = await enter('set up');
  return (
    <>
      <h1>People</h1>
      <SetupRooms here="/setup/people" />
      <People
        people={people(shop)}
        self={actor.id}
        now={shop.now()}
        zone={shop.zone}
        actions={{
          add: actions.addPersonAction,
          invite: actions.inviteAction,
          role: actions.changeRoleAction,
          end: actions.endPersonAction,
          back: actions.bringBackAction,
          giveCode: actions.giveCodeAction,
          dropCode: actions.dropCodeAction,
          signOut: actions.signOutPersonAction,
        }}
      />
      <LabelAsks asks={shop.labelAsks} codeRoles={shop.codeRoles} change={changeSettingAction} />
      <TrainingFirst asked={shop.trainingFirst} change={changeSettingAction} />
    </>
  );
}
