import base from './playwright.config';

/** Takes the pictures of docs/screenshots from the demo: make pictures. A press that finds nothing ends it. */
export default {
  ...base,
  testDir: 'pictures',
  workers: 1,
  timeout: 5 * 60_000,
  use: { ...base.use, actionTimeout: 30_000 }
};
