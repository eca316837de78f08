import { expect, it } from 'vitest';
import { type BoundCase, boundOf } from '../support/bound.ts';

/** What a sheet says, and what binding makes of it. */
const cases: readonly BoundCase[] = [
  [
    'the author’s own property',
    '<p class="a">x</p><style>.a { --ink: #8c2f24; color: var(--ink) }</style>',
    { style: '.a { color: var(--ink) }' },
    ['color ink "#8c2f24" {"property":"--ink"}'],
  ],
  [
    'one that the script sets',
    `<p class="a">x</p><style>.a { --at: 50%; width: var(--at) }</style><script>a.style.setProperty('--at', '20%')</script>`,
    { style: '.a { --at: var(--at-value); width: var(--at) }' },
    ['length at "50%" {"property":"--at-value"}'],
  ],
  [
    'one that is said twice',
    '<p class="a">x</p><style>.a { --gap: 16px; gap: var(--gap) } @media (max-width: 600px) { .a { --gap: 8px } }</style>',
    {
      style:
        '.a { --gap: var(--gap-value); gap: var(--gap) } @media (max-width: 600px) { .a { --gap: var(--gap-value) } }',
    },
    ['length gap "16px" {"below":{"601":"8px"},"property":"--gap-value"}'],
  ],
  [
    'a colour in any notation',
    '<div class="a"><b class="b">x</b></div><style>.a { border: 1px solid #8C2F24 } .b { color: rgb(140 47 36); background: hsl(6.3 59.1% 34.5%) }</style>',
    {
      style:
        '.a { border: 1px solid var(--border-color) } .b { color: var(--border-color); background: var(--border-color) }',
    },
    ['color borderColor "#8C2F24"'],
  ],
  [
    'a size and what a query makes of it',
    '<div class="a"><h2>x y</h2></div><style>h2 { font-size: 40px } @media (max-width: 600px) { h2 { font-size: 28px } }</style>',
    {
      template: '<div class="a"><h2>{~heading~}</h2></div>',
      style:
        'h2 { font-size: var(--heading-size) } @media (max-width: 600px) { h2 { font-size: var(--heading-size) } }',
    },
    ['text heading "x y"', 'length headingSize "40px" {"below":{"601":"28px"}}'],
  ],
  [
    'sizes at two widths',
    '<div class="a"><h2>x y</h2></div><style>h2 { font-size: 40px } @media (max-width: 900px) { h2 { font-size: 34px } } @media (max-width: 600px) { h2 { font-size: 28px } }</style>',
    {
      template: '<div class="a"><h2>{~heading~}</h2></div>',
      style:
        'h2 { font-size: var(--heading-size) } @media (max-width: 900px) { h2 { font-size: var(--heading-size) } } @media (max-width: 600px) { h2 { font-size: var(--heading-size) } }',
    },
    ['text heading "x y"', 'length headingSize "40px" {"below":{"601":"28px","901":"34px"}}'],
  ],
  [
    'from small to large',
    '<div class="a"><h2>x y</h2></div><style>h2 { font-size: 28px } @media (min-width: 700px) { h2 { font-size: 40px } }</style>',
    {
      template: '<div class="a"><h2>{~heading~}</h2></div>',
      style:
        'h2 { font-size: var(--heading-size) } @media (min-width: 700px) { h2 { font-size: var(--heading-size) } }',
    },
    ['text heading "x y"', 'length headingSize "40px" {"below":{"700":"28px"}}'],
  ],
  [
    'rem on a page of its own size',
    '<div class="a"><h2>x y</h2></div><style>html { font-size: 62.5% } h2 { font-size: 4rem }</style>',
    {
      template: '<div class="a"><h2>{~heading~}</h2></div>',
      style: 'html { font-size: 62.5% } h2 { font-size: var(--heading-size) }',
    },
    ['text heading "x y"', 'length headingSize "40px"'],
  ],
  [
    'a family by itself',
    `<div class="a">x y</div><style>.a { font-family: 'Gill Sans', sans-serif }</style>`,
    {
      template: '<div class="a">{~text~}</div>',
      style: '.a { font-family: var(--typeface-family) }',
    },
    ['text text "x y"', `typeface typeface {"family":"'Gill Sans', sans-serif"}`],
  ],
  [
    'a picture behind',
    '<div class="a">x y</div><style>.a { background: #eee url("a b.jpg") center / cover }</style>',
    {
      template: '<div class="a">{~text~}</div>',
      style: '.a { background: var(--background) var(--background-picture) center / cover }',
    },
    ['text text "x y"', 'image backgroundPicture {"src":"a b.jpg"}', 'color background "#eee"'],
  ],
  [
    'a mark in the style',
    `<div class="a">x y</div><style>.a { background: url("data:image/svg+xml,%3Csvg viewBox='0 0 10 10'/%3E") }</style>`,
    { template: '<div class="a">{~text~}</div>' },
    ['text text "x y"'],
  ],
  [
    'how long a move takes',
    '<div class="a"><b class="b">x</b></div><style>.b { transition: opacity .3s ease .1s, transform .3s } </style>',
    { style: '.b { transition: opacity var(--duration) ease .1s, transform var(--duration) }' },
    ['duration duration ".3s"'],
  ],
  [
    'a square',
    '<ul><li class="a">Ash</li><li class="a">Oak</li><li class="a">Elm</li></ul><style>.a { width: 64px; height: 64px }</style>',
    {
      template: '<ul><li km-each="items" class="a">{~items~}</li></ul>',
      style: '.a { width: var(--width); height: var(--width) }',
    },
    ['list items ["Ash","Oak","Elm"]', 'length width "64px"'],
  ],
  [
    'the gap of a list',
    '<ul class="u"><li>Ash</li><li>Oak</li><li>Elm</li></ul><style>.u { display: grid; gap: 24px }</style>',
    {
      template: '<ul class="u"><li km-each="items">{~items~}</li></ul>',
      style: '.u { display: grid; gap: var(--gap) }',
    },
    ['list items ["Ash","Oak","Elm"]', 'length gap "24px"'],
  ],
  [
    'round ends',
    '<div class="a"><a class="b" href="/x">Go</a></div><style>.b { padding: 4px 12px; border-radius: 40px }</style>',
    { template: '<div class="a"><a class="b" href="{~link~}">{~link~}</a></div>' },
    ['link link {"href":"/x","text":"Go"}'],
  ],
  [
    'in layers and nested',
    '<div class="a"><b class="b">x</b></div><style>@layer look { .a { color: #8c2f24; & .b { background: #1f4437 } } }</style>',
    {
      style:
        '@layer look { .a { color: var(--text-color); & .b { background: var(--background) } } }',
    },
    ['color textColor "#8c2f24"', 'color background "#1f4437"'],
  ],
  [
    'where no value can stand',
    '<div class="a">x y</div><style>@media (max-width: 600px) { .a { color: red } } @keyframes k { 50% { opacity: .5 } } .a::before { content: "a" }</style>',
    {
      template: '<div class="a">{~text~}</div>',
      style:
        '@media (max-width: 600px) { .a { color: var(--text-color) } } @keyframes k { 50% { opacity: .5 } } .a::before { content: "a" }',
    },
    ['text text "x y"', 'color textColor "red"'],
  ],
];

it.each(cases)('%s', (_, paste, sources, fields) => {
  expect(boundOf(paste)).toEqual({ sources, fields });
});
