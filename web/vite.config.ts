import { svelte } from '@sveltejs/vite-plugin-svelte'
import { svelteTesting } from '@testing-library/svelte/vite'
import { defineConfig } from 'vitest/config'

const server = process.env.CHALKLINE_SERVER ?? 'http://127.0.0.1:8180'

export default defineConfig({
    plugins: [svelte(), svelteTesting()],
    build: { outDir: 'dist', emptyOutDir: true, target: 'es2022', assetsInlineLimit: 0 },
    server: { proxy: { '/api': server } },
    preview: { proxy: { '/api': server } },
    // a patience, not a measure
    test: {
        environment: 'jsdom',
        include: ['src/**/*.test.ts'],
        setupFiles: ['src/patience.ts'],
        testTimeout: 120_000,
        hookTimeout: 120_000,
    },
})
