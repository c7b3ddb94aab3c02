export { type Documents, type Kind, type KindName, type Summaries, folderOf, KIND_NAMES, KINDS } from './kinds'
export { type Asset, type Kept, type ReadArchive, archiveFiles, assetFile, isArchive, readArchive } from './archive'
export { type Opened, openFile } from './open-file'
