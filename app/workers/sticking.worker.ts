import { expose } from 'comlink'
import { type Question, chainsFor } from '#core/sticking'

const worker = { chains: (question: Question) => chainsFor(question) }
export type StickingWorker = typeof worker

expose(worker)
