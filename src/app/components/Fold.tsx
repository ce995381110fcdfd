import { Box } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import { useEverything } from './everything';

/** What was opened stays so while the page is there: a view that is drawn anew, or come back to, shows what it showed. */
const opened = new Set<string>();
/** And what was closed, where everything is shown. */
const closed = new Set<string>();

interface Props {
  /** One for each kind of thing that folds. */
  readonly id: string;
  readonly summary: string;
  readonly small?: boolean;
  readonly children: ReactNode;
}

/** What is one step aside: a line that opens. */
export function Fold({ id, summary, small = false, children }: Props) {
  const { isOn } = useEverything();
  const note = (isOpen: boolean): void => {
    const [to, from] = isOpen ? [opened, closed] : [closed, opened];
    to.add(id);
    from.delete(id);
  };
  return (
    <Box
      as="details"
      mt="1"
      key={String(isOn)}
      {...({ open: isOn ? !closed.has(id) : opened.has(id) } as object)}
      onToggle={({ currentTarget }) => 'open' in currentTarget && note(currentTarget.open === true)}
    >
      <Box as="summary" minH="44px" display="flex" alignItems="center" cursor="pointer" fontSize={small ? 'sm' : undefined}>
        {summary}
      </Box>
      {children}
    </Box>
  );
}
