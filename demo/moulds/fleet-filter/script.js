/* jquery.sift: shows the items of one kind */
(function ($) {
  $.fn.sift = function (options) {
    var settings = $.extend({ items: 'li', by: 'kind', count: null }, options);
    return this.each(function () {
      var root = $(this);
      var items = root.find(settings.items);
      var buttons = root.find('button[data-' + settings.by + ']');

      function show(kind) {
        var shown = items.filter(function () {
          return kind === 'all' || $(this).data(settings.by) === kind;
        });
        items.addClass('is-out');
        shown.removeClass('is-out');
        buttons.attr('aria-pressed', function () {
          return String($(this).data(settings.by) === kind);
        });
        if (settings.count) root.find(settings.count).text([shown.length, mould.values.words.of, items.length, mould.values.words.cars].join(' '));
      }

      buttons.on('click', function () {
        show($(this).data(settings.by));
      });
      show('all');
    });
  };
})(jQuery);

$(function () {
  $('.fleet').sift({ items: '.fleet__cars li', by: 'kind', count: '.fleet__count' });
});
