import { sayCapture } from '../../words/capture.page.en';
import type { TakeFile } from '../../workers/protocol';
import { runJob } from '../../workers/runJob';
import { download, plainFileName } from '../components/download';
import { askForFolder, canAskForFolder, entriesOf } from '../components/folders';

/** A folder of its own in the chosen one, each file beside the others; nothing there is written over. */
async function saveInto(parent: FileSystemDirectoryHandle, name: string, files: readonly TakeFile[]): Promise<string> {
  const taken = new Set<string>();
  for await (const [there] of entriesOf(parent)) taken.add(there.toLowerCase());
  let own = name;
  for (let n = 2; taken.has(own.toLowerCase()); n++) own = `${name} ${n}`;
  const folder = await parent.getDirectoryHandle(own, { create: true });
  for (const file of files) {
    const target = await (await folder.getFileHandle(file.name, { create: true })).createWritable();
    await file.blob.stream().pipeTo(target);
  }
  return own;
}

/**
 * Puts a recorded take where the person keeps takes: into a folder that they choose, or handed over as one archive.
 *
 * @returns what there is to say of it; null where they changed their mind, or the browser says it itself
 */
export async function saveTake(files: readonly TakeFile[], sessionName: string, madeAt: Date): Promise<string | null> {
  // Day and time as the clock on the wall has them, in an order that sorts.
  const [day = '', time = ''] = madeAt.toLocaleString('sv-SE').split(' ');
  const name = plainFileName(sayCapture('take-folder', { session: sessionName, day, time: time.slice(0, 5).replace(':', '.') }));
  try {
    if (canAskForFolder()) {
      const parent = await askForFolder('readwrite');
      return parent && sayCapture('take-saved-in', { folder: `${parent.name}/${await saveInto(parent, name, files)}` });
    }
    const channels = files.map((file) => ({ channel: file.name.replace(/\.wav$/i, ''), flip: false, seconds: 0, ratio: 1, fileName: file.name }));
    const answer = await runJob('correct-take', { files, channels, madeAt: madeAt.toISOString() }, { owner: 'keep take' });
    if (answer.kind === 'done' && answer.output.ok) download(`${name}.zip`, answer.output.file.blob, 'application/zip');
    return answer.kind === 'failed' ? answer.reason : null;
  } catch {
    return sayCapture('the-take-could-not-be-saved');
  }
}
