/** Gives the player a file. */
export function download(name: string, content: BlobPart, type: string): void {
  const url = URL.createObjectURL(new Blob([content], { type }))
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  URL.revokeObjectURL(url)
}

/** Gives the player one of our documents as its own JSON, which *Open a file* reads again. */
export async function downloadJson(title: string, document: object): Promise<void> {
  const { fileName, writeJson } = await import('#core/formats')
  download(fileName(title, 'json'), writeJson(document), 'application/json')
}
