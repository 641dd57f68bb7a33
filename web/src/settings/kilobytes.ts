const COUNT = new Intl.NumberFormat('en-GB');

/** The size of a file, in words; none is so small as to be nothing. */
export const kilobytes = (bytes: number): string => `${COUNT.format(Math.max(1, Math.round(bytes / 1000)))} kB`;
