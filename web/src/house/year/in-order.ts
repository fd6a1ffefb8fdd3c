/** Jobs in the order in which they are to be done; those that nobody has put anywhere come after, as they are listed. */
export function inOrder<T extends { readonly id: string }>(
  jobs: readonly T[],
  order: readonly string[] = [],
): T[] {
  const rank = (id: string): number => {
    const at = order.indexOf(id);
    return at < 0 ? order.length : at;
  };
  return [...jobs].sort((a, b) => rank(a.id) - rank(b.id));
}
