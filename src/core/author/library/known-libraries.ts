/** A library that snippets commonly count on being there. */
export interface KnownLibrary {
  /** Its name in the public registries of packages. */
  readonly name: string;
  /** Global names it makes. */
  readonly globals: readonly string[];
  /** Methods it adds to what jQuery gives back. */
  readonly plugs?: readonly string[];
}

/** By global name and by method, what a library is likely called. */
export const knownLibraries: readonly KnownLibrary[] = [
  { name: 'jquery', globals: ['jQuery', '$'] },
  {
    name: 'jquery-ui',
    globals: [],
    plugs: [
      ...['accordion', 'autocomplete', 'buttonset', 'datepicker', 'dialog', 'draggable'],
      ...[
        'droppable',
        'resizable',
        'selectable',
        'sortable',
        'slider',
        'spinner',
        'tabs',
        'tooltip',
      ],
    ],
  },
  { name: 'slick-carousel', globals: [], plugs: ['slick'] },
  { name: 'owl.carousel', globals: [], plugs: ['owlCarousel'] },
  { name: 'bxslider', globals: [], plugs: ['bxSlider'] },
  { name: 'flexslider', globals: [], plugs: ['flexslider'] },
  { name: 'magnific-popup', globals: [], plugs: ['magnificPopup'] },
  { name: '@fancyapps/fancybox', globals: [], plugs: ['fancybox'] },
  { name: 'jquery-validation', globals: [], plugs: ['validate'] },
  { name: 'jquery-mask-plugin', globals: [], plugs: ['mask'] },
  { name: 'jquery.easing', globals: [], plugs: ['easing'] },
  { name: 'jquery-countdown', globals: [], plugs: ['countdown'] },
  { name: 'jquery-match-height', globals: [], plugs: ['matchHeight'] },
  { name: 'datatables.net', globals: ['DataTable'], plugs: ['DataTable', 'dataTable'] },
  { name: 'select2', globals: [], plugs: ['select2'] },
  { name: 'isotope-layout', globals: ['Isotope'], plugs: ['isotope'] },
  { name: 'masonry-layout', globals: ['Masonry'], plugs: ['masonry'] },
  {
    name: 'bootstrap',
    globals: ['bootstrap'],
    plugs: ['modal', 'carousel', 'popover', 'collapse'],
  },
  { name: 'gsap', globals: ['gsap', 'TweenMax', 'TweenLite', 'TimelineMax', 'ScrollTrigger'] },
  { name: 'animejs', globals: ['anime'] },
  { name: 'swiper', globals: ['Swiper'] },
  { name: 'chart.js', globals: ['Chart'] },
  { name: 'd3', globals: ['d3'] },
  { name: 'three', globals: ['THREE'] },
  { name: 'p5', globals: ['p5'] },
  { name: 'leaflet', globals: ['L'] },
  { name: 'lodash', globals: ['_'] },
  { name: 'moment', globals: ['moment'] },
  { name: 'dayjs', globals: ['dayjs'] },
  { name: 'luxon', globals: ['luxon'] },
  { name: 'axios', globals: ['axios'] },
  { name: 'vue', globals: ['Vue'] },
  { name: 'react', globals: ['React'] },
  { name: 'react-dom', globals: ['ReactDOM'] },
  { name: 'alpinejs', globals: ['Alpine'] },
  { name: 'handlebars', globals: ['Handlebars'] },
  { name: 'mustache', globals: ['Mustache'] },
  { name: 'sortablejs', globals: ['Sortable'] },
  { name: 'hammerjs', globals: ['Hammer'] },
  { name: 'howler', globals: ['Howl', 'Howler'] },
  { name: 'tone', globals: ['Tone'] },
  { name: 'matter-js', globals: ['Matter'] },
  { name: 'pixi.js', globals: ['PIXI'] },
  { name: 'typed.js', globals: ['Typed'] },
  { name: 'split-type', globals: ['SplitType'] },
  { name: 'aos', globals: ['AOS'] },
  { name: 'wowjs', globals: ['WOW'] },
  { name: 'particles.js', globals: ['particlesJS'] },
  { name: 'feather-icons', globals: ['feather'] },
  { name: 'lucide', globals: ['lucide'] },
];
