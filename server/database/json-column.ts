/** A document for a JSON column: TypeORM's partial types would take its nested records apart. */
export const jsonColumn = (document: object): never => document as never; // a typed document goes in whole
