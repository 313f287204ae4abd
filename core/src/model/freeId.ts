/** An id made from a name that is not taken. */
export function freeId(name: string, taken: readonly { id: string }[]): string {
  const base =
    name
      .slice(0, 200)
      .normalize('NFKD')
      .replace(/\p{M}/gu, '')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 40) || 'one';
  const ids = new Set(taken.map(({ id }) => id));
  for (let i = 1; ; i++) {
    const id = i === 1 ? base : `${base}-${i}`;
    if (!ids.has(id)) return id;
  }
}
