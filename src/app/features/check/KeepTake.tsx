import { Box, Button } from '@chakra-ui/react';
import { useState } from 'react';
import type { Session } from '../../../core/document';
import { sayCheck } from '../../../words/check.page.en';
import { runJob } from '../../../workers/runJob';
import { download, plainFileName } from '../../components/download';
import { askForFolder, canAskForFolder, entriesOf } from '../../components/folders';
import { filesOfTake } from '../../stores/takeStore';

/** A folder of its own in the chosen one, each file beside the others; nothing there is written over. */
async function saveInto(parent: FileSystemDirectoryHandle, name: string, files: ReturnType<typeof filesOfTake>): Promise<string> {
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

/** The take that was recorded here, put where the person keeps takes: into a folder, or handed over as one archive. */
export function KeepTake({ session }: { session: Session }) {
  const [said, setSaid] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const keep = async (): Promise<void> => {
    const files = filesOfTake(session.id);
    if (files.length === 0) return setSaid(sayCheck('the-files-are-gone-with-the'));
    const now = new Date();
    // Day and time as the clock on the wall has them, in an order that sorts.
    const [day = '', time = ''] = now.toLocaleString('sv-SE').split(' ');
    const name = plainFileName(sayCheck('take-folder', { session: session.name, day, time: time.slice(0, 5).replace(':', '.') }));
    setBusy(true);
    try {
      if (canAskForFolder()) {
        const parent = await askForFolder('readwrite');
        // Who changes their mind in the browser's own window is told nothing.
        if (!parent) return setSaid(null);
        setSaid(sayCheck('take-saved-in', { folder: `${parent.name}/${await saveInto(parent, name, files)}` }));
        return;
      }
      const channels = files.map((file) => ({ channel: file.name.replace(/\.wav$/i, ''), flip: false, seconds: 0, ratio: 1, fileName: file.name }));
      const answer = await runJob('correct-take', { files, channels, madeAt: now.toISOString() }, { owner: 'keep take' });
      if (answer.kind === 'done' && answer.output.ok) download(`${name}.zip`, answer.output.file.blob, 'application/zip');
      else if (answer.kind === 'failed') setSaid(answer.reason);
    } catch {
      setSaid(sayCheck('the-take-could-not-be-saved'));
    } finally {
      setBusy(false);
    }
  };
  // Files that the person chose are theirs already.
  if (!filesOfTake(session.id).some(({ isRecordedHere }) => isRecordedHere)) return null;
  return (
    <Box>
      <Button minH="44px" variant="outline" loading={isBusy} onClick={() => void keep()}>
        {sayCheck('keep-this-take')}
      </Button>
      <Box role="status" mt="1" fontSize="sm" color={said ? undefined : 'quiet'}>
        {said ?? sayCheck('the-next-recording-replaces-it')}
      </Box>
    </Box>
  );
}
