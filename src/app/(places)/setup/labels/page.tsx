import { labelUrl, qrSvg } from '../../../../services/machines/labels';
import { allMachines } from '../../../../services/machines/machine-view';
import { Label } from '../../../../ui/machines/Label';
import classes from '../../../../ui/machines/Label.module.css';
import { PrintButton } from '../../../../ui/machines/PrintButton';
import { SetupRooms } from '../../../../ui/setup/SetupRooms';
import { publicAddress } from '../../../_server/address';
import { enter } from '../../../_server/shop';

export const metadata = { title: 'Labels' };

export default async function LabelsPage() {
  const { shop } = await enter('set up');
  const { base, fixed } = await publicAddress();
  const machines = allMachines(shop).filter(({ retiredAt }) => retiredAt === null);
  const labels = await Promise.all(
    machines.map(async (machine) => {
      const url = labelUrl(base, machine);
      return { nickname: machine.nickname, url, qr: await qrSvg(url) };
    }),
  );
  return (
    <>
      <div className="no-print">
        <h1>Labels</h1>
        <SetupRooms here="/setup/labels" />
        <p>
          One for each machine, to stick where hands reach it.{' '}
          {fixed
            ? ''
            : 'Set PUBLIC_URL to the address phones reach this server by: these point to the address you use now.'}
        </p>
        <p>
          <PrintButton />
        </p>
      </div>
      <div className={classes.sheet}>
        {labels.map((label) => (
          <Label key={label.nickname} {...label} stop={shop.stopInstruction} />
        ))}
      </div>
    </>
  );
}
