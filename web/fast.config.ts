import config from './playwright.config';
export default { ...config, timeout: 150_000, expect: { timeout: 20_000 }, workers: 1, outputDir: '/tmp/fast-results' };
