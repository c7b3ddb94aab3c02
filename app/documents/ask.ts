import type { FetchError } from 'ofetch'
import { ref } from 'vue'
import type { Read } from '#core/read'

/** A request that was answered with a problem document. */
export class ApiProblem extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly body: Record<string, unknown>,
  ) {
    super(message)
  }

  /** True of what has nothing to do with what was sent: the password is asked for again, or the store fails. It is kept, and tried again. */
  get passing() {
    return this.status === 401 || this.status >= 500
  }
}

/** No answer at all: the server is not running, or cannot be reached. */
export class ApiSilent extends Error {
  constructor() {
    super('Bazzet’s server does not answer. Start it again with the command you started it with; nothing here is lost.')
  }
}

/** True once the server has asked this page for its password. */
export const passwordAsked = ref(false)

/** What goes along with a request. */
interface More {
  body?: object
  query?: object
  keepalive?: boolean
  headers?: Record<string, string>
}

async function answer(method: 'GET' | 'POST' | 'PUT' | 'DELETE', path: string, more: More): Promise<unknown> {
  try {
    return await $fetch<unknown>(path, { method, retry: 0, ...more })
  } catch (error) {
    const { status, data } = error as FetchError<Record<string, unknown>>
    if (!status) throw new ApiSilent()
    if (status === 401) passwordAsked.value = true
    throw new ApiProblem(status, String(data?.detail ?? (error as Error).message), data ?? {})
  }
}

/** Asks the server, and reads what it answers: another Bazzet than this page belongs to may answer otherwise. */
export async function ask<T>(
  method: 'GET' | 'POST' | 'PUT' | 'DELETE',
  path: string,
  read: Read<T>,
  more: More = {},
): Promise<T> {
  const value = read(await answer(method, path, more))
  if (value === undefined)
    throw new ApiProblem(
      502,
      'The server’s answer is not what this page expects: Bazzet may have been renewed meanwhile. Load the page again.',
      {},
    )
  return value
}
