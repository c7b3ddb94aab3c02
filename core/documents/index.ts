export { type Documents, type Kind, type KindName, type Summaries, folderOf, KIND_NAMES, KINDS } from './kinds'
export { type Asset, type Kept, writeArchive } from './archive'
export { type Opened, openFile } from './open-file'
