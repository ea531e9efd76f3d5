const fastCheck = require('./node_modules/fast-check');

/** The same draws every time; `TIENDA_SEED` makes others. */
fastCheck.configureGlobal({ seed: Number(process.env.TIENDA_SEED ?? 20261126) });

module.exports = fastCheck;
