export declare const COMPILING: readonly string[]
export declare function whyNotInstalled(said: string, missing: readonly string[]): string
