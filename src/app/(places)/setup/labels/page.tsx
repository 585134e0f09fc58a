import { labelUrl, qrSvg } from '../../../../services/machines/labels';
import { allMachines } from '../../../../services/machines/machine-view';
import { Label } from '../../../../ui/machines/Label';
import classes from '../../../../ui/machines/Label.module.css';
import { PrintButton } from '../../../../ui/machines/PrintButton';
import { SetupRooms } from '../../../../ui/setup/SetupRooms';
import { NoMachines } from '../../../../ui/shared/frame/NoMachines';
import { listensAlone } from '../../../../services/setup/address';
import { AddressNote } from '../../../../ui/setup/AddressNote';
import { phoneAddress } from '../../../_server/address';
import { enter } from '../../../_server/shop';

export const metadata = { title: 'Labels' };

export default async function LabelsPage() {
  const { shop } = await enter('set up');
  const address = await phoneAddress();
  const { base } = address;
  const machines = allMachines(shop).filter(({ retiredAt }) => retiredAt === null);
  const labels = await Promise.all(
    (base ? machines : []).map(async (machine) => {
      const url = labelUrl(base!, machine);
      return { nickname: machine.nickname, url, qr: await qrSvg(url) };
    }),
  );
  return (
    <>
      <div className="no-print">
        <h1>Labels</h1>
        <SetupRooms here="/setup/labels" />
        <p>One for each machine, to stick where hands reach it.</p>
        {machines.length === 0 ? (
          <NoMachines>Each has its label here, with a code for phones.</NoMachines>
        ) : (
          <>
            <AddressNote address={address} alone={listensAlone()} />
            <p>
              <PrintButton />
            </p>
          </>
        )}
      </div>
      <div className={classes.sheet}>
        {labels.map((label) => (
          <Label key={label.nickname} {...label} stop={shop.stopInstruction} />
        ))}
      </div>
    </>
  );
}
