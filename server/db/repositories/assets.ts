import { type ModelStatic, Op, QueryTypes, type Sequelize } from 'sequelize'
import { type Asset, KINDS, KIND_NAMES, type Kind, type KindName, folderOf } from '#core/documents'
import { type SoundType, soundTypeName, soundTypeOf } from '#core/formats'
import { type Result, ok, refuse } from '#core/result'
import type { AssetRow } from '../models'
import { PIECE, type SoundStore, piecesIn } from '../sound-store'

/** What a sound is to be. */
type Wanted = Pick<Asset, 'sha256' | 'bytes' | 'type'>

export interface AssetRepository {
  /** A sound that is here whole. */
  get(sha256: string): Promise<Asset | undefined>
  /** Its bytes from a place up to another, piece by piece. */
  read(sha256: string, from: number, to: number): AsyncGenerator<Buffer>
  /** Begins to take a sound in, or goes on with it: which pieces are missing. One that is here already has none. */
  begin(sound: Wanted): Promise<Result<{ here: boolean; missing: number[] }>>
  /** Takes one piece; with the last the sound is there, if it is the one of that hash. Undefined where none was begun. */
  bring(sha256: string, at: number, bytes: Uint8Array): Promise<Result<{ here: boolean }> | undefined>
  /** Drops what was begun of a sound; false where nothing was, or it is whole. */
  drop(sha256: string): Promise<boolean>
  /** The sounds that documents name, those in the bin left out unless asked for; by the kind that names them. */
  named(binned?: boolean): Promise<Map<KindName, Set<string>>>
  /** What there is of sounds, whatever its state. */
  all(): Promise<(Asset & { state: AssetRow['state'] })[]>
  /** All that documents name and that is here, those in the bin left out: for the archive. */
  kept(): Promise<Asset[]>
  /**
   * Takes away whole sounds that have been here for over a week and that nothing names, neither a document nor one of these besides, and what
   * was begun over a day ago and left. Answers how many went.
   */
  sweep(besides: ReadonlySet<string>, now?: Date): Promise<number>
  /** Takes these away at once where nothing names them. Answers how many went. */
  dropUnnamed(sha256s: readonly string[], besides: ReadonlySet<string>): Promise<number>
}

const HOUR = 3600 * 1000
/** So long a sound stays that nothing names: a document may name it again when something is undone. In ms. */
const GRACE = 7 * 24 * HOUR
/** So long what was begun may rest before it is dropped, in ms. */
const LEFT = 24 * HOUR

const plain = ({ sha256, type, bytes }: Asset): Asset => ({ sha256, type, bytes })

/** Sounds of the player's own, each kept once, named by what is in it: a row here, the bytes in the store. */
export function assetRepository(
  sequelize: Sequelize,
  model: ModelStatic<AssetRow>,
  store: SoundStore,
): AssetRepository {
  /** Sounds that are being looked through, so that the last two pieces, coming at once, do so once. */
  const finishing = new Map<string, Promise<Result<{ here: boolean }>>>()

  async function missingOf({ sha256, bytes }: Pick<Asset, 'sha256' | 'bytes'>): Promise<number[]> {
    const has = new Set(await store.has(sha256))
    return Array.from({ length: piecesIn(bytes) }, (_, at) => at).filter(at => !has.has(at))
  }
  async function finished(sha256: string): Promise<Result<{ here: boolean }>> {
    if ((await store.hash(sha256)) === sha256) {
      await model.update({ state: 'here', createdAt: new Date().toISOString() }, { where: { sha256 } })
      return ok({ here: true })
    }
    await remove([sha256])
    return refuse('This is not the file of that hash: its bytes have another SHA-256. Nothing of it was kept.')
  }
  const finish = (sha256: string) => {
    const work = finishing.get(sha256) ?? finished(sha256).finally(() => finishing.delete(sha256))
    finishing.set(sha256, work)
    return work
  }
  async function remove(sha256s: readonly string[]): Promise<number> {
    await store.remove(sha256s)
    return model.destroy({ where: { sha256: [...sha256s] } })
  }
  async function named(binned = false) {
    const found = new Map<KindName, Set<string>>()
    for (const kind of KIND_NAMES) {
      const { assetsOf } = KINDS[kind] as Kind<KindName>
      if (!assetsOf) continue
      const rows = await sequelize.query<{ document: string }>(
        `SELECT document FROM ${folderOf(kind)}${binned ? '' : ' WHERE binnedAt IS NULL'}`,
        { type: QueryTypes.SELECT },
      )
      found.set(kind, new Set(rows.flatMap(row => assetsOf(JSON.parse(row.document)))))
    }
    return found
  }
  async function unnamed(besides: ReadonlySet<string>) {
    const all = [...(await named(true)).values()]
    return (sha256: string) => !besides.has(sha256) && !all.some(names => names.has(sha256))
  }

  return {
    async get(sha256) {
      const row = await model.findOne({ where: { sha256, state: 'here' } })
      return row ? plain(row) : undefined
    },
    read: store.read,
    async begin({ sha256, bytes, type }) {
      const row = await model.findByPk(sha256)
      if (row?.state === 'here') return ok({ here: true, missing: [] })
      if (row && row.bytes !== bytes && row.state === 'arriving') await store.remove([sha256])
      await model.upsert({ sha256, bytes, type, state: 'arriving', createdAt: new Date().toISOString() })
      const missing = await missingOf({ sha256, bytes })
      // All of it came, and the power went before it was looked through.
      if (missing.length) return ok({ here: false, missing })
      const done = await finish(sha256)
      return done.ok ? ok({ ...done.value, missing }) : done
    },
    async bring(sha256, at, bytes) {
      const row = await model.findOne({ where: { sha256, state: 'arriving' } })
      if (!row) return (await model.findOne({ where: { sha256, state: 'here' } })) ? ok({ here: true }) : undefined
      const last = piecesIn(row.bytes) - 1
      const wanted = at < last ? PIECE : row.bytes - last * PIECE
      if (at > last) return refuse(`This sound has the pieces 0 to ${last}; there is no piece ${at}.`)
      if (bytes.length !== wanted)
        return refuse(`Piece ${at} of this sound has ${wanted} bytes; ${bytes.length} were sent.`)
      if (at === 0) {
        const wrong = otherType(bytes, row.type)
        if (wrong) return refuse(wrong)
      }
      await store.put(sha256, at, bytes)
      return (await missingOf(row)).length ? ok({ here: false }) : finish(sha256)
    },
    async drop(sha256) {
      const row = await model.findOne({ where: { sha256, state: 'arriving' } })
      return row ? (await remove([sha256])) > 0 : false
    },
    named,
    all: async () => (await model.findAll({ order: ['sha256'] })).map(row => ({ ...plain(row), state: row.state })),
    async kept() {
      const names = [...(await named()).values()].flatMap(one => [...one])
      return (await model.findAll({ where: { sha256: names, state: 'here' }, order: ['sha256'] })).map(plain)
    },
    async sweep(besides, now = new Date()) {
      const before = (ms: number) => ({ [Op.lt]: new Date(now.getTime() - ms).toISOString() })
      const free = await unnamed(besides)
      const old = await model.findAll({ where: { createdAt: before(GRACE), state: { [Op.ne]: 'arriving' } } })
      const left = await model.findAll({ where: { createdAt: before(LEFT), state: 'arriving' } })
      return remove([...old.map(row => row.sha256).filter(free), ...left.map(row => row.sha256)])
    },
    async dropUnnamed(sha256s, besides) {
      const free = await unnamed(besides)
      return remove(sha256s.filter(free))
    },
  }
}

/** What is wrong with a sound that is sent as a format it is not of. */
function otherType(head: Uint8Array, type: SoundType): string | undefined {
  const is = soundTypeOf(head)
  if (is === type) return undefined
  return `This was sent as ${soundTypeName(type)}, and begins as ${is ? `${soundTypeName(is)} does` : 'no sound does that is kept'}.`
}
