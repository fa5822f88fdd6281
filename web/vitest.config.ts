import { sveltekit } from '@sveltejs/kit/vite';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [sveltekit()],
  resolve: { conditions: ['browser'] },
  test: { pool: 'threads', include: ['src/**/*.test.ts'], setupFiles: ['src/lib/device.test-setup.ts'] }
});
