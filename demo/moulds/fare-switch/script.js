var bar = document.querySelector('.fare-switch');
var values = mould.values;

function groupsOf(name) {
  var shows = values[name].shows;
  return shows ? mould.page.querySelectorAll(shows) : [];
}

function show() {
  var chosen = bar.querySelector('input:checked').value;
  ['weekday', 'sunday'].forEach(function (name) {
    groupsOf(name).forEach(function (group) {
      group.hidden = name !== chosen;
    });
  });
}

bar.querySelector('input[value="' + (values.first || 'weekday') + '"]').checked = true;
bar.addEventListener('change', show);
show();
