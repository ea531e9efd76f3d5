const path = require('node:path');
const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);

/** Icon sets that RN Elements falls back to and Tienda never shows. */
const unusedIcons = /^@expo\/vector-icons|^@react-native-vector-icons\//;
const instead = {
  // Its ESM build assigns to exports that Metro makes read-only.
  'class-validator': path.normalize(require.resolve('class-validator')),
  'react-native-safe-area-context': path.join(__dirname, 'safeArea.js'),
};
/** What core reads international names with; in the app its tables come later. */
const uts46 = path.join(__dirname, '..', 'core', 'src', 'idna', 'uts46.ts');
const tables = { type: 'sourceFile', filePath: path.join(__dirname, 'src', 'shop', 'name', 'tables.ts') };

/** Where the router keeps where one is; Metro resolves a name once for all modules of a folder. */
const whereOneIs = path.normalize('expo-router/build/react-navigation/core/');
const quietReact = { type: 'sourceFile', filePath: path.join(__dirname, 'quietReact.js') };

/** Parts of packages that Tienda never shows, a quarter of the piece that everybody would load first. */
const notShipped = new RegExp(
  [
    'expo-router/build/react-navigation/(bottom-tabs|elements|native-stack)/',
    'expo-router/build/react-navigation/core/(StaticNavigation|getPathFromState|getStateFromPath)[.]',
    'expo-router/build/react-navigation/native/(Link|NavigationContainer|createMemoryHistory|createStaticNavigation)[.]',
    'expo-router/build/react-navigation/native/(useLinkBuilder|useLinkProps|useLinkTo|useLinking|useScrollToTop)[.]',
    'expo-router/build/react-navigation/routers/(DrawerRouter|TabRouter)[.]',
    'expo-router/build/(fork/native-stack|standard-navigation)/',
    'expo-router/build/(color|native-tabs)/',
    'expo-router/build/layouts/(stack-utils|experimental-stack|Tabs|_web-modal|BaseStack)',
    'expo-router/build/views/(Sitemap|Toast)',
    'expo-router/build/link/preview/(HrefPreview|native|useNextScreenId)',
    'expo/src/dom/',
    'flash-list/dist/(benchmark/|recyclerview/layout-managers/(Grid|Masonry))',
    'react-native-screens/',
    'react-native-svg/lib/module/(xml|deprecated|lib/extract/transform)',
    'react-native-web/dist/exports/(Alert|Button|CheckBox|Clipboard|FlatList|ImageBackground|KeyboardAvoidingView)/',
    'react-native-web/dist/exports/(LayoutAnimation|Modal|PanResponder|Picker|ProgressBar|SectionList|Share)/',
    'react-native-web/dist/exports/(Switch|TouchableHighlight|TouchableNativeFeedback|Vibration|VirtualizedList)/',
  ].join('|'),
);
const inItsPlace = { type: 'sourceFile', filePath: path.join(__dirname, 'notShipped.js') };

config.resolver.resolveRequest = (context, name, platform) => {
  if (unusedIcons.test(name)) return { type: 'empty' };
  if (Object.hasOwn(instead, name)) return { type: 'sourceFile', filePath: instead[name] };
  if (name === 'react' && context.originModulePath.includes(whereOneIs)) return quietReact;
  const found = context.resolveRequest(context, name, platform);
  if (found.type !== 'sourceFile') return found;
  if (found.filePath === uts46 && context.originModulePath !== tables.filePath) return tables;
  return notShipped.test(found.filePath) ? inItsPlace : found;
};

// A module starts when something of it is first used, not when whoever names it starts.
config.transformer.getTransformOptions = async () => ({
  transform: { experimentalImportSupport: true, inlineRequires: true },
});

config.transformer.minifierPath = path.join(__dirname, 'minify.js');

module.exports = config;
