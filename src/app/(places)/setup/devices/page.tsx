import { deviceViews } from '../../../../services/device-api/devices';
import { Devices } from '../../../../ui/device-api/Devices';
import { SetupRooms } from '../../../../ui/setup/SetupRooms';
import { theBoard } from '../../../_server/board';
import { enter } from '../../../_server/shop';
import { addDeviceAction, shutOutDeviceAction } from '../../../actions/device-api';

export const metadata = { title: 'Devices' };

export default async function DevicesPage() {
  const { shop } = await enter('set up');
  return (
    <>
      <h1>Devices</h1>
      <SetupRooms here="/setup/devices" />
      <Devices
        devices={deviceViews(shop)}
        machines={theBoard().machines.map(({ id, nickname }) => ({ id, nickname }))}
        now={shop.now()}
        zone={shop.zone}
        add={addDeviceAction}
        shutOut={shutOutDeviceAction}
      />
    </>
  );
}
