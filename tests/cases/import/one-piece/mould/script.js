  // counts the rows
  console.log( document.querySelectorAll('.fares tr').length )
