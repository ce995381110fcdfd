interface Kept<V> {
  readonly a: unknown;
  readonly b: unknown;
  readonly c: unknown;
  readonly value: V;
}

/**
 * What is worked out from an object, and from up to three other things, once for as long as all are the same by identity. The last
 * result is kept with each object and goes with it. `derived(make)(key, a)` is `make(key, a)`; whatever is handed in must not be mutated.
 */
export function derived<K extends object, V>(make: (key: K) => V): (key: K) => V;
export function derived<K extends object, A, V>(make: (key: K, a: A) => V): (key: K, a: A) => V;
export function derived<K extends object, A, B, V>(make: (key: K, a: A, b: B) => V): (key: K, a: A, b: B) => V;
export function derived<K extends object, A, B, C, V>(make: (key: K, a: A, b: B, c: C) => V): (key: K, a: A, b: B, c: C) => V;
export function derived<K extends object, V>(make: (key: K, a?: unknown, b?: unknown, c?: unknown) => V) {
  const known = new WeakMap<K, Kept<V>>();
  return (key: K, a?: unknown, b?: unknown, c?: unknown): V => {
    const before = known.get(key);
    if (before !== undefined && before.a === a && before.b === b && before.c === c) return before.value;
    const value = make(key, a, b, c);
    known.set(key, { a, b, c, value });
    return value;
  };
}
