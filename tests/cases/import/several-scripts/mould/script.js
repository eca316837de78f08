  var rung = function () { return 1 }

//# next script
;  (function () { rung() })()
