import base from './playwright.config';

/** Takes the pictures of docs/screenshots from the demo: make pictures. */
export default { ...base, testDir: 'pictures', workers: 1 };
