import { Box } from '@chakra-ui/react';
import type { ReactNode } from 'react';

/** What was opened stays so while the page is there: a view that is drawn anew, or come back to, shows what it showed. */
const opened = new Set<string>();

interface Props {
  /** One for each kind of thing that folds. */
  readonly id: string;
  readonly summary: string;
  readonly small?: boolean;
  readonly children: ReactNode;
}

/** What is one step aside: a line that opens. */
export const Fold = ({ id, summary, small = false, children }: Props) => (
  <Box
    as="details"
    mt="1"
    {...({ open: opened.has(id) } as object)}
    onToggle={({ currentTarget }) => void ('open' in currentTarget && currentTarget.open ? opened.add(id) : opened.delete(id))}
  >
    <Box as="summary" minH="44px" display="flex" alignItems="center" cursor="pointer" fontSize={small ? 'sm' : undefined}>
      {summary}
    </Box>
    {children}
  </Box>
);
