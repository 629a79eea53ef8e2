/** Wraps a derivation so that each object's result is worked out once, and kept for as long as the object is in use. */
export function remembered<Key extends object, Value>(derive: (key: Key) => Value): (key: Key) => Value {
  const known = new WeakMap<Key, { readonly value: Value }>();
  return (key) => {
    const found = known.get(key) ?? { value: derive(key) };
    known.set(key, found);
    return found.value;
  };
}

/** A value worked out when it is first asked for, and kept. */
export function lazily<Value>(derive: () => Value): () => Value {
  let known: { readonly value: Value } | undefined;
  return () => (known ??= { value: derive() }).value;
}
