import { useMediaQuery } from '@mantine/hooks';

/** One column, one thing at a time. */
export const useIsPhone = (): boolean => useMediaQuery('(max-width: 700px)') === true;
