export { clientEntry, pictureEntry, RecordTrouble, type Manifest } from './manifest';
export { openRecord, type OpenRecord } from './read.server';
export { writeRecord, type RecordWriter } from './write.server';

export const asArchive = { type: 'application/zip', ending: 'zip' };
