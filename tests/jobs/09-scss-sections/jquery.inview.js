(function ($) {
  $.fn.inview = function (told) {
    return this.each(function () {
      var el = this;
      new IntersectionObserver(function (all) { if (all[0].isIntersecting) told(el); }, { threshold: .5 }).observe(el);
    });
  };
})(jQuery);
