  var rung = function () { return 1 }

;  (function () { rung() })()
