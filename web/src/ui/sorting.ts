/** Rows of a table in the order of a column; what is not known comes last either way. */
export interface Sort<Key extends string> {
  key: Key;
  down: boolean;
}

type Value = string | number | null | undefined;

export function inOrder<Row, Key extends string>(
  rows: readonly Row[],
  sort: Sort<Key> | null,
  value: (row: Row, key: Key) => Value,
): Row[] {
  const sorted = [...rows];
  if (!sort) return sorted;
  const { key, down } = sort;
  return sorted.sort((one, other) => {
    const [a, b] = [value(one, key), value(other, key)];
    if (a === null || a === undefined || a === "") return b === null || b === undefined ? 0 : 1;
    if (b === null || b === undefined || b === "") return -1;
    const way =
      typeof a === "string"
        ? a.localeCompare(String(b), undefined, { numeric: true })
        : a - Number(b);
    return down ? -way : way;
  });
}
