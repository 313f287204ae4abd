const ORDINALS = ['First', 'Second', 'Third', 'Fourth', 'Fifth', 'Sixth', 'Seventh', 'Eighth'];
/** What a rail is called, by its number from the top. */
export const railName = (index: number) => `${ORDINALS[index] ?? `${index + 1}th`} rail`;
