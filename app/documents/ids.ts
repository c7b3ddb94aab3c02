/** A new id for a document or a part. */
export const newId = (): string => crypto.randomUUID()
