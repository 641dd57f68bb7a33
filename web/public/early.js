// Asks the server for what every screen waits for while the screens themselves are still being fetched. The calls are taken up by
// the first that asks for the same; see web/src/api/client.ts.
(() => {
  const kit = /^\/(?:use|kits)\/([^/]+)/.exec(location.pathname);
  const paths = ['/api/settings', '/api/catalog', ...(kit === null ? [] : [`/api/kits/${kit[1]}`])];
  const answers = paths.map((path) => [path, fetch(path)]);
  // Whoever takes one up hears of its failure.
  for (const [, answer] of answers) answer.catch(() => undefined);
  window.ivrakEarly = new Map(answers);
})();
