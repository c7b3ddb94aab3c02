import { defineStore } from 'pinia'
import { replacing } from '#core/edit'
import { type Plan, readPlan } from '#core/practise'
import { api } from '../documents/api'
import { useOpenDocument } from '../documents/here'

const MINE = ' (mine)'

/** The plan that is open. */
export const usePlans = defineStore('plans', () =>
  useOpenDocument<'plan', Plan>(
    {
      kind: 'plan',
      rules: async () => ({ apply: replacing(readPlan), read: readPlan }),
      copied: (plan, id) => ({ ...plan, id, title: plan.title.slice(0, 160 - MINE.length) + MINE }),
    },
    api.plans,
  ),
)
