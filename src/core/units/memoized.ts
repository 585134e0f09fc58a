/** A function that works out each answer once: its argument, a number or an object that nobody changes, tells it. */
export function memoized<K, V>(answer: (of: K) => V): (of: K) => V {
  const known = new Map<K, V>();
  return (of) => {
    let found = known.get(of);
    if (found === undefined && !known.has(of)) known.set(of, (found = answer(of)));
    return found as V;
  };
}
