/** Identifies the row of a table by its id, so that a row that is loaded again stays the same element. */
export const byId = (_index: number, row: { readonly id: string }): string => row.id;
