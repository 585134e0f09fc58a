import { itemHistory, shelf } from '../../../../services/inventory/inventory';
import { SetupRooms } from '../../../../ui/setup/SetupRooms';
import { Stores } from '../../../../ui/inventory/Stores';
import { enter } from '../../../_server/shop';
import * as actions from '../../../actions/inventory';

export const metadata = { title: 'Stores' };

export default async function StoresPage({
  searchParams,
}: {
  searchParams: Promise<{ item?: string }>;
}) {
  const { shop } = await enter('clean');
  const { item } = await searchParams;
  const items = shelf(shop);
  const open = items.find((one) => one.item === item) ?? null;
  return (
    <>
      <h1>Stores</h1>
      <SetupRooms here="/setup/stores" />
      <Stores
        items={items}
        open={open}
        history={open ? itemHistory(shop, open.item) : []}
        now={shop.now()}
        zone={shop.zone}
        move={actions.moveStockAction}
        change={actions.changeStoreItemAction}
        drop={actions.dropStoreItemAction}
      />
    </>
  );
}
