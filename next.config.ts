import type { NextConfig } from 'next';

const config: NextConfig = {
  serverExternalPackages: ['graphile-worker', '@node-rs/argon2', 'sharp', '@tus/server', '@tus/file-store'],
  turbopack: { root: import.meta.dirname },
  outputFileTracingRoot: import.meta.dirname,
  reactStrictMode: true,
  experimental: { turbopackFileSystemCacheForBuild: true },
  poweredByHeader: false,
};
export default config;
