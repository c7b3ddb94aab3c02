import { mergeConfig } from 'vitest/config'
import base from '../vitest.config.ts'

export default mergeConfig(
  { ...base, test: { environment: 'node' } },
  { test: { include: ['bench/*.bench-run.ts'], testTimeout: 120_000 } },
)
