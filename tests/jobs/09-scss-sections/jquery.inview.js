(($) => {
  $.fn.inview = function (told) {
    return this.each(function () {
      new IntersectionObserver(
        (all) => {
          if (all[0].isIntersecting) told(this);
        },
        { threshold: 0.5 },
      ).observe(this);
    });
  };
})(jQuery);
