exports.Lever = function Lever() { return null; };
