import { Box, Button } from '@chakra-ui/react';
import { useState } from 'react';
import type { Session } from '../../../core/document';
import { sayCheck } from '../../../words/check.page.en';
import { runJob } from '../../../workers/runJob';
import { download, fileName } from '../../components/download';
import { filesOfTake } from '../../stores/takeStore';

interface FolderPicker {
  showDirectoryPicker?(options: { mode: 'readwrite'; id: string }): Promise<FileSystemDirectoryHandle>;
}

/** A folder of its own in the chosen one, each file beside the others; nothing there is written over. */
async function saveInto(parent: FileSystemDirectoryHandle, name: string, files: ReturnType<typeof filesOfTake>): Promise<string> {
  const taken = new Set<string>();
  for await (const [there] of parent as unknown as AsyncIterable<[string, FileSystemHandle]>) taken.add(there.toLowerCase());
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
    const now = new Date().toISOString();
    const name = fileName(
      sayCheck('take-folder', { session: session.name, day: now.slice(0, 10), time: now.slice(11, 16).replace(':', '.') }),
      '',
    ).replace(/\.$/, '');
    const picker = (globalThis as FolderPicker).showDirectoryPicker;
    setBusy(true);
    try {
      if (picker) {
        const parent = await picker.call(globalThis, { mode: 'readwrite', id: 'takes' });
        setSaid(sayCheck('take-saved-in', { folder: `${parent.name}/${await saveInto(parent, name, files)}` }));
        return;
      }
      const channels = files.map((file) => ({ channel: file.name.replace(/\.wav$/i, ''), flip: false, seconds: 0, ratio: 1, fileName: file.name }));
      const answer = await runJob('correct-take', { files, channels, madeAt: now }, { owner: 'keep take' });
      if (answer.kind === 'done' && answer.output.ok) download(`${name}.zip`, answer.output.file.blob, 'application/zip');
      else if (answer.kind === 'failed') setSaid(answer.reason);
    } catch (error) {
      // Who changes their mind in the browser's own window is told nothing.
      setSaid(error instanceof DOMException && error.name === 'AbortError' ? null : sayCheck('the-take-could-not-be-saved'));
    } finally {
      setBusy(false);
    }
  };
  return (
    <Box>
      <Button minH="44px" variant="outline" loading={isBusy} onClick={() => void keep()}>
        {sayCheck('keep-this-take')}
      </Button>
      {said && (
        <Box role="status" mt="1" fontSize="sm">
          {said}
        </Box>
      )}
    </Box>
  );
}
