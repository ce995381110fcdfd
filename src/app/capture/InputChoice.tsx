import { useEffect, useState } from 'react';
import type { AudioInputId } from '../../core/ids';
import { sayCapture } from '../../words/capture.page.en';
import { Choice } from '../components/Choice';
import { type InputDeviceChoice, listInputs, rememberedInput, rememberInput, watchInputs } from './capture';

/** Which input is listened to, where there are several; it stays chosen on this machine. Names are known once the browser was allowed to listen: `lookAgain` changes then. */
export function InputChoice({ onChange, lookAgain }: { onChange?: (deviceId: AudioInputId | null) => void; lookAgain?: unknown }) {
  const [inputs, setInputs] = useState<readonly InputDeviceChoice[]>([]);
  const [chosen, setChosen] = useState(rememberedInput);
  // biome-ignore lint/correctness/useExhaustiveDependencies: looked through again when what is told here changes
  useEffect(() => {
    const look = (): void => void listInputs().then(setInputs);
    look();
    return watchInputs(look);
  }, [lookAgain]);
  if (inputs.length < 2) return null;
  return (
    <Choice
      label={sayCapture('input')}
      value={inputs.some(({ id }) => id === chosen) ? (chosen ?? '') : ''}
      options={[{ value: '', text: sayCapture('as-the-system-has-it') }, ...inputs.map(({ id, name }) => ({ value: id, text: name }))]}
      onChange={(value) => {
        rememberInput(value || null);
        setChosen(value || null);
        onChange?.(value || null);
      }}
    />
  );
}
