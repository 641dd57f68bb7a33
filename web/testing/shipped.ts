import { takeShipped } from '../src/data/catalog.ts';

// The page has its catalogue from the server; tests of its parts have what is shipped.
await takeShipped();
