import { readdirSync, readFileSync } from 'node:fs'
import { svelte } from '@sveltejs/vite-plugin-svelte'
import { svelteTesting } from '@testing-library/svelte/vite'
import { defineConfig } from 'vitest/config'

const ofScreens = /testing-library|document|window|Storage|HTMLElement|standAt|layOut|\.svelte'/
const logic = readdirSync('src', { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('.test.ts') && !ofScreens.test(readFileSync(`src/${file}`, 'utf8')))
    .map((file) => `src/${file}`)

const server = process.env.CHALKLINE_SERVER ?? 'http://127.0.0.1:8180'

export default defineConfig({
    plugins: [svelte(), svelteTesting({ autoCleanup: false })],
    build: { outDir: 'dist', emptyOutDir: true, target: 'es2022', assetsInlineLimit: 0 },
    server: { proxy: { '/api': server } },
    preview: { proxy: { '/api': server } },
    test: {
        // a patience, not a measure
        testTimeout: 120_000,
        hookTimeout: 120_000,
        // a page costs more to make than most of these tests take, so only those have one that look at it
        projects: [
            { extends: true, test: { name: 'logic', environment: 'node', include: logic } },
            {
                extends: true,
                test: {
                    name: 'screens',
                    environment: 'jsdom',
                    // making a page for each file would cost more than all of their tests
                    pool: 'threads',
                    isolate: false,
                    include: ['src/**/*.test.ts'],
                    exclude: logic,
                    setupFiles: ['src/patience.ts'],
                },
            },
        ],
    },
})
