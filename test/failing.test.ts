import { describe, expect, it } from 'vitest'
import { whyNotInstalled } from '../scripts/lib/failing.mjs'

const GYP =
  'npm error prebuild-install warn install connect ECONNREFUSED 127.0.0.1:4199\nnpm error gyp info using node-gyp@12.4.0\nnpm error gyp ERR! find Python'
const FETCH =
  'npm error code EAI_AGAIN\nnpm error request to https://registry.example/zod failed, reason: getaddrinfo EAI_AGAIN registry.example'

describe('what is said where the packages could not be installed', () => {
  it.each<[string, string, string[], RegExp]>([
    [
      'nothing to compile with',
      GYP,
      ['python3', 'g++'],
      /^The database’s driver .* python3, g\+\+ must be installed \(on Debian/,
    ],
    [
      'the compiler itself failed',
      GYP,
      [],
      /gyp ERR! find Python[\s\S]*could not be compiled; what the compiler said stands above\.$/,
    ],
    ['no network', FETCH, [], /^The packages could not be fetched: the npm registry can’t be reached/],
    [
      'a full disk',
      'npm error code ENOSPC\nnpm error nospc ENOSPC: no space left on device, write',
      [],
      /the disk is full/,
    ],
    [
      'a folder of somebody else',
      "npm error code EACCES\nnpm error Error: EACCES: permission denied, mkdir '/srv/bazzet/node_modules'",
      ['make'],
      /this user may not write/,
    ],
    [
      'something else, which npm says itself',
      'npm error code EUSAGE',
      [],
      /^npm error code EUSAGE[\s\S]*what npm said stands above\.$/,
    ],
  ])('%s', (_, said, missing, sentence) => {
    expect(whyNotInstalled(said, missing)).toMatch(sentence)
    expect(whyNotInstalled(said, missing).split('\n').at(-1)!.length).toBeGreaterThan(20)
  })
})
