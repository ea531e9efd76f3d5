const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);
// Made small as Tienda is: only what is in them differs.
config.transformer.minifierPath = require.resolve('../../../app/minify.js');

module.exports = config;
