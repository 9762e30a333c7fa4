/** @type {import('next').NextConfig} */
export default {
  poweredByHeader: false,
  devIndicators: false,
  serverExternalPackages: ['knex', 'pg', 'better-sqlite3', 'pino', 'fontkit', 'css-tree', 'piscina'],
  turbopack: {
    root: import.meta.dirname,
    // Its form for browsers asks the page's document, which a web worker has not.
    resolveAlias: {
      'decode-named-character-reference': './node_modules/decode-named-character-reference/index.js',
    },
  },
  outputFileTracingRoot: import.meta.dirname,
  typescript: { ignoreBuildErrors: true },
  experimental: { optimizePackageImports: ['@mantine/core', '@mantine/hooks', '@tabler/icons-react'] },
};
