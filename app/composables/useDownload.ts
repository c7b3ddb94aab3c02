import type { Groove } from '#core/groove'
import type { Kit } from '#core/kit'

/** Gives the player a file. */
function download(name: string, content: BlobPart, type: string) {
  const url = URL.createObjectURL(new Blob([content], { type }))
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  URL.revokeObjectURL(url)
}

/** A groove taken away as a file; the formats load when they are first asked for. */
export function useDownload() {
  return {
    async json(groove: Groove) {
      const { fileName, writeGrooveJson } = await import('#core/formats')
      download(fileName(groove.title, 'json'), writeGrooveJson(groove), 'application/json')
    },
    async midi(groove: Groove, kit: Kit) {
      const { fileName, writeGrooveMidi } = await import('#core/formats')
      download(fileName(groove.title, 'mid'), writeGrooveMidi(groove, kit) as Uint8Array<ArrayBuffer>, 'audio/midi')
    },
  }
}
