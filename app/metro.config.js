const path = require('node:path');
const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);
config.resolver.assetExts.push('woff2');

// Paper asks for an icon font; it gets our SVG icons in its place, which saves a megabyte of glyphs nobody sees.
const icons = path.join(__dirname, 'src/ui/icon.tsx');
const reactQuery = require.resolve('@tanstack/react-query');
const next = config.resolver.resolveRequest;
config.resolver.resolveRequest = (context, name, platform) => {
  if (name === '@react-native-vector-icons/material-design-icons') return { type: 'sourceFile', filePath: icons };
  const resolve = next ?? context.resolveRequest;
  // The persister is a release behind and brings a second query core: one is enough.
  if (name === '@tanstack/query-core') return resolve({ ...context, originModulePath: reactQuery }, name, platform);
  return resolve(context, name, platform);
};

module.exports = config;
