import { useState } from 'react';

export function useKeysHelp() {
  const [opened, setOpened] = useState(false);
  return { opened, open: () => setOpened(true), close: () => setOpened(false) };
}
