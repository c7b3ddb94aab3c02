import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import type { Cell } from '#core/groove'
import { api } from '../documents/api'

/** The cells that the player has kept, to be laid into any bars. */
export const useCells = defineStore('cells', () => {
  const list = shallowRef<Cell[]>([])
  async function load() {
    const ids = (await api.cells.list()).map(({ summary }) => summary.id)
    list.value = (await api.cells.some(ids)).map(({ document }) => document)
  }
  async function keep(cell: Cell) {
    await api.cells.create(cell)
    await load()
  }
  /** Another name for a cell, as it is on the server now. */
  async function rename(id: string, name: string) {
    const { document, revision, store } = await api.cells.get(id)
    await api.cells.save({ ...document, name }, { revision, store })
    await load()
  }
  /** Into the bin; answers the way back. */
  async function bin(id: string) {
    await api.cells.bin(id)
    await load()
    return async () => {
      await api.cells.restore(id)
      await load()
    }
  }
  return { list, load, keep, rename, bin }
})
