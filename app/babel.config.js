module.exports = (api) => ({
  // What only the writing of pages ahead of time needs stays out of the browser.
  presets: [['babel-preset-expo', { minifyTypeofWindow: true }]],
  // Metro fetches such modules when they are asked for; Jest has them at hand.
  plugins: api.env('test') ? ['@babel/plugin-transform-dynamic-import'] : [],
  overrides: [
    {
      // Whoever takes one part of React Native Web starts that part, not all sixty.
      test: (file) => file?.endsWith('react-native-web/dist/index.js') ?? false,
      plugins: [['@babel/plugin-transform-modules-commonjs', { lazy: () => true, strictMode: false }]],
    },
  ],
});
