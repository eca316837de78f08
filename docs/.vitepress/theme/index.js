import DefaultTheme from 'vitepress/theme';
import LiveWidget from './live-widget.vue';

export default {
  extends: DefaultTheme,
  enhanceApp: ({ app }) => app.component('LiveWidget', LiveWidget),
};
