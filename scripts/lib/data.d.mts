/** Types of data.mjs, for the test that holds it. */
export function dataFolder(env?: Record<string, string | undefined>, platform?: string, home?: string): string
export function ownDatabase(name: string, folder: string, older: string): { path: string; says: string }
