/** What a value might try to leave its place with. */
const openings = [
  ...[
    '',
    '"',
    "'",
    '`',
    '">',
    "'>",
    '-->',
    ']]>',
    '</style>',
    '</script>',
    '</textarea>',
    '</title>',
  ],
  ...[';}', ')', '/**/', '\\', '\u2028', '{~heading~}', '&quot;>', '%22>'],
];

/** What it would do there. */
const acts = [
  '<img src=x onerror=hit()>',
  '<svg/onload=hit()>',
  '<script>hit()</script>',
  '<iframe srcdoc="<script>parent.hit()</script>">',
  ' onfocus=hit() autofocus tabindex=0 ',
  '*{color:red!important}body{display:none}',
  'expression(hit());background:url(//evil.example/x)',
];

const others = [
  ...['javascript:hit()', 'JaVaScRiPt:hit()', ' javascript:hit()', 'java\tscript:hit()'],
  ...['java\nscript:hit()', '\u0001javascript:hit()', 'javascript&colon;hit()'],
  ...['data:text/html,<script>hit()</script>', 'vbscript:hit()', 'blob:hit', '//evil.example/x'],
  ...['data:image/svg+xml,<svg xmlns="http://www.w3.org/2000/svg" onload="parent.hit()"/>'],
  ...['x, //evil.example/y 2x', '<a href="javascript:hit()">x</a>', '<p style="color:red">x</p>'],
  ...[
    '<math><mtext><table><mglyph><style><img src=x onerror=hit()>',
    '<svg><style><img src=x onerror=hit()>',
  ],
  ...[
    '<svg><animate attributeName=href values=javascript:hit()>',
    '<svg><use href="data:image/svg+xml,x#x">',
  ],
  ...[
    '<form action=javascript:hit()><button>x',
    '<base href="//evil.example/">',
    '<meta http-equiv=refresh content="0;url=javascript:hit()">',
  ],
  ...[
    '<link rel=stylesheet href=//evil.example/x>',
    '<object data=javascript:hit()>',
    '<embed src=javascript:hit()>',
  ],
  ...[
    '<details open ontoggle=hit()>',
    '<input onfocus=hit() autofocus>',
    '<a id=body name=body>x</a>',
  ],
  ...[
    '</div></section></body></html>',
    '<!-- ',
    '<![CDATA[',
    '<plaintext>',
    '<template><b>',
    '<table><tr>',
  ],
  ...[
    'url(javascript:hit())',
    'url("//evil.example/x")',
    'var(--x)',
    'attr(href)',
    'red;color:blue',
    'red}*{color:blue}',
  ],
  ...[
    '@import url(//evil.example/x);',
    '1px/*',
    '"',
    "'",
    '\\"',
    '\u0000',
    '\ud800',
    '`hit()`',
    '__proto__',
    'constructor',
  ],
];

/** At least 150 payloads, each tried in every kind and every place. */
export const payloads: readonly string[] = [
  ...openings.flatMap((opening) => acts.map((act) => opening + act)),
  ...others,
];
