const path = require('node:path');
const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);
config.resolver.assetExts.push('woff2');

// Paper asks for an icon font; it gets our SVG icons in its place, which saves a megabyte of glyphs nobody sees.
const icons = path.join(__dirname, 'src/ui/icon.tsx');
const next = config.resolver.resolveRequest;
config.resolver.resolveRequest = (context, name, platform) => {
  if (name === '@react-native-vector-icons/material-design-icons') return { type: 'sourceFile', filePath: icons };
  return (next ?? context.resolveRequest)(context, name, platform);
};

config.transformer.minifierPath = require.resolve('./metro.minify.js');
// The cache is shared by all checkouts, and what it keeps names the minifier by its whole path: each finds its own.
config.cacheVersion = __dirname;

module.exports = config;
