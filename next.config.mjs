/** @type {import('next').NextConfig} */
export default {
  reactStrictMode: true,
  poweredByHeader: false,
  // Native or self-locating packages that must be loaded from node_modules as they are.
  serverExternalPackages: [
    'esbuild',
    'sass',
    '@libsql/client',
    'libsql',
    'puppeteer-core',
    '@tailwindcss/postcss',
    'css-tree',
    'bullmq',
    'ioredis',
    'pino',
  ],
  // It answers on this machine only, where packing costs more than sending: a server before it packs for others.
  compress: false,
  devIndicators: false,
  typescript: { ignoreBuildErrors: true }, // `npm run typecheck` judges types, tests included
}
