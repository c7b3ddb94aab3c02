import { shallowRef } from 'vue'

/** A file that waits to be looked at: its name and its bytes. */
export interface Waiting {
  name: string
  bytes: Uint8Array
}

const waiting = shallowRef<Waiting>()

/** More than this is not even read into the page, in bytes. */
const MOST = 300 * 1024 * 1024

/** Files on their way in: chosen, dropped or pasted anywhere, they are looked at on a page of their own before anything is kept. */
export function useOpening() {
  const toast = useToast()

  async function look(file: File) {
    if (file.size > MOST)
      return void toast.add({
        title: `“${file.name}” was not opened`,
        description: `It has ${Math.round(file.size / 1048576)} MB; up to ${MOST / 1048576} MB are looked at.`,
        color: 'error',
        duration: 20000,
      })
    waiting.value = { name: file.name, bytes: new Uint8Array(await file.arrayBuffer()) }
    await navigateTo('/open')
  }
  async function lookAtText(text: string) {
    waiting.value = { name: '', bytes: new TextEncoder().encode(text) }
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
