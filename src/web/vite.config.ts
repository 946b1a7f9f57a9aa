import react from '@vitejs/plugin-react'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  plugins: [react()],
  build: { outDir: '../Nightfrost.Web/wwwroot', emptyOutDir: true, target: 'es2023', assetsInlineLimit: 0, chunkSizeWarningLimit: 900 },
  server: { proxy: { '/api': 'http://127.0.0.1:5210' } },
  test: { environment: 'happy-dom', include: ['src/**/*.test.{ts,tsx}'] },
})
