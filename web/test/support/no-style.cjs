/** Styles are looked at in the browser. */
module.exports = {};
