/** When an answer that was kept was given; absent: it is the server's own. */
export const KEPT_HEADER = 'x-ivrak-kept';
