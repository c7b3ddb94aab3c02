/** A new id for a document or a part: 128 random bits. Not `randomUUID`, which a page over plain HTTP from another machine does without. */
export const newId = (): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(16)), byte => byte.toString(16).padStart(2, '0')).join('')
