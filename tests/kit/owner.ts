// A process that owns a data folder until it is killed.
import { openFolder } from '@/server/folder/state';

const held = await openFolder(process.argv[2] ?? '', { does: 'serving', address: 'http://127.0.0.1:1' });
process.stdout.write(`${held.state().type}\n`);
setInterval(() => undefined, 1000);
