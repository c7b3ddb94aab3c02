/** What a browser shows where the server cannot draw a page at all: plain, since nothing else may work. */
export const wrongPage = (detail: string): string => `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>Something went wrong · Bazzet</title>
<style>body{margin:20vh auto;max-width:32rem;padding:0 1.25rem;background:#f4ede0;color:#2a2320;font:1rem/1.5 sans-serif}a{color:inherit;font-weight:bold}</style></head>
<body><h1>This page could not be shown</h1><p>${escaped(detail)} Your work is safe: what you changed is kept, by the server or, until it has it, in this browser.</p><p><a href="/shelf">To the Shelf</a></p></body></html>
`

const escaped = (text: string): string => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;')
