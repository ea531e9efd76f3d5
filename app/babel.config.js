module.exports = (api) => ({
  presets: ['babel-preset-expo'],
  // Metro fetches such modules when they are asked for; Jest has them at hand.
  plugins: api.env('test') ? ['@babel/plugin-transform-dynamic-import'] : [],
});
