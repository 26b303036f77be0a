/** The names of a list in order, for tests. */
export const sortedNames = (list: readonly { readonly name: string }[] | undefined): string[] =>
  (list ?? []).map(one => one.name).sort()
