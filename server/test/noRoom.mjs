// Loaded into a server before all else where no small file system can be mounted: while the file that IVRAK_NO_ROOM names is there,
// whatever is written to a file is refused as on a disk without room.
import fs from 'node:fs';
import { syncBuiltinESMExports } from 'node:module';

const CONSOLE = 2;
const mark = process.env.IVRAK_NO_ROOM;
const { writeSync, existsSync } = fs;

fs.writeSync = (file, ...rest) => {
  if (file > CONSOLE && existsSync(mark)) throw Object.assign(new Error('ENOSPC: no space left on device, write'), { code: 'ENOSPC' });
  return writeSync(file, ...rest);
};
syncBuiltinESMExports();
