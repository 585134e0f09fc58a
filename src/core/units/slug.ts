/**
 * A name as a word for links and keys: small letters without accents, digits, and hyphens for what lies between.
 * @returns '' where the name has neither a Latin letter nor a digit
 * @example slugOf('Crème №1!') // 'creme-no1'
 */
export function slugOf(name: string): string {
  return name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');
}
