import type { Shop } from '../services/shop';
export async function seedDemo(shop: Shop, _report: (line: string) => void): Promise<string> {
  return shop.name;
}
