import base from './playwright.config';
export default { ...base, timeout: 150_000, expect: { timeout: 7_000 }, use: { ...base.use, trace: 'off' as const, actionTimeout: 10_000 } };
