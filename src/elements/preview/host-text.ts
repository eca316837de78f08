import { hostPages } from '../../core/preview/host-pages.ts';
import { pageText, withHead } from '../../core/preview/page-text.ts';
import type { PreviewSettings } from './preview-settings.ts';

/** The page that casts are put into: one of ours or one's own, with the style of a site. */
export function hostText(
  { host, isRightToLeft }: PreviewSettings,
  { hostPage, hostStyle }: { readonly hostPage: string; readonly hostStyle: string },
): string {
  const { body, style } = hostPages[host === 'own' ? 'bare' : host];
  const isOwn = host === 'own' && hostPage !== '';
  const page = isOwn ? hostPage : pageText({ body, style, lang: 'en' });
  const site = `<style>${hostStyle.replace(/<\/style/gi, '<\\/style')}</style>`;
  const whole = hostStyle === '' ? page : withHead(page, site);
  return isRightToLeft ? whole.replace(/<html(?=[\s>])/i, '<html dir="rtl"') : whole;
}
