/**
 * `compute`, worked out once for each object that it is asked of, and only when it is. What it works out must follow
 * from the object alone.
 *
 * The mark lets a bundler leave out what nobody asks of it.
 */
/*#__NO_SIDE_EFFECTS__*/
export function oncePer<K extends object, T>(compute: (of: K) => T): (of: K) => T {
  const known = new WeakMap<K, { readonly value: T }>();
  return (of) => {
    let entry = known.get(of);
    if (!entry) {
      entry = { value: compute(of) };
      known.set(of, entry);
    }
    return entry.value;
  };
}
