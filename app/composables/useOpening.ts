import { shallowRef } from 'vue'

/** A file that waits to be looked at, with its name; of an archive, which may be large, only what is needed is read. */
export interface Waiting {
  name: string
  file: Blob
}

const waiting = shallowRef<Waiting>()

/** Files on their way in: chosen, dropped or pasted anywhere, they are looked at on a page of their own before anything is kept. */
export function useOpening() {
  async function look(file: File) {
    waiting.value = { name: file.name, file }
    await navigateTo('/open')
  }
  async function lookAtText(text: string) {
    waiting.value = { name: '', file: new Blob([text]) }
    await navigateTo('/open')
  }
  /** The file that was chosen in a field. */
  async function chosen(event: Event) {
    const input = event.target as HTMLInputElement
    const file = input.files?.[0]
    if (file) await look(file)
    input.value = ''
  }
  return { waiting, look, lookAtText, chosen }
}
