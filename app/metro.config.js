const path = require('node:path');
const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);

/** Icon sets that RN Elements falls back to and Tienda never shows. */
const unusedIcons = /^@expo\/vector-icons|^@react-native-vector-icons\//;
/** The ESM build of class-validator assigns to exports that Metro makes read-only. */
const commonJs = { 'class-validator': require.resolve('class-validator') };

config.resolver.resolveRequest = (context, name, platform) => {
  if (unusedIcons.test(name)) return { type: 'empty' };
  const filePath = Object.hasOwn(commonJs, name) ? path.normalize(commonJs[name]) : undefined;
  return filePath ? { type: 'sourceFile', filePath } : context.resolveRequest(context, name, platform);
};

// A module starts when something of it is first used, not when whoever names it starts.
config.transformer.getTransformOptions = async () => ({
  transform: { experimentalImportSupport: true, inlineRequires: true },
});

module.exports = config;
