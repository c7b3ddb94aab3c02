/**
 * What a page may load and run, as the header of a response: our own files, and of the scripts that are in the page itself those
 * whose text has one of these SHA-256 hashes, in base64.
 */
export const contentPolicy = (hashes: readonly string[] = []): string =>
  [
    "default-src 'self'",
    // The stretcher of recordings is WebAssembly, from our own origin.
    ["script-src 'self' 'wasm-unsafe-eval'", ...hashes.map(hash => `'sha256-${hash}'`)].join(' '),
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "worker-src 'self' blob:",
    "connect-src 'self'",
    "font-src 'self' data:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ')
