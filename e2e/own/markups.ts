/** Headers as sites have them, of many kinds, made by hand: each with what its parts are. */

export interface Markup {
  name: string;
  html: string;
  is: {
    logo: string;
    links: string[];
    below?: string[];
    current?: string;
    buttons?: string[];
    icons?: number;
    hasToggle: boolean;
    text?: string[];
  };
}

const BODY = `
<main style="display: block">
  <section style="height: 520px; background: linear-gradient(100deg, #24405a, #d9b36c)"><h1 style="margin: 0; padding: 160px 40px; color: #fff; font: 600 44px Georgia, serif">Below the header</h1></section>
  <section style="height: 900px; background: #f4efe4; padding: 40px; color: #222"><p class="note">A page with <a class="plain" href="/more">a link</a> and <button class="do">a button</button>.</p></section>
  <section style="height: 700px; background: #1d1b19"></section>
</main>
<footer class="site-foot" style="padding: 40px; background: #111; color: #ccc"><nav><ul><li><a href="/imprint">Imprint</a></li></ul></nav></footer>`;

const page = (
  css: string,
  header: string,
  {
    head = '',
    around = ['', ''],
    attributes = '',
    script = '',
  }: { head?: string; around?: [string, string]; attributes?: string; script?: string } = {},
) => `<!doctype html>
<html lang="en"${attributes}><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>A page</title>
<style>body { margin: 0; font: 16px/1.5 Verdana, sans-serif } ${css}</style>${head}</head>
<body>${around[0]}${header}${BODY}${around[1]}${script && `<script>${script}</script>`}</body></html>`;

const toggling = (name: string, on = 'header') =>
  `addEventListener('scroll', () => document.querySelector('${on}').classList.toggle('${name}', scrollY > 30));`;

const PIC = `data:image/svg+xml,%3Csvg xmlns='http://www.w3.org/2000/svg' width='120' height='32'%3E%3Crect width='120' height='32' fill='%23553311'/%3E%3C/svg%3E`;

export const MARKUPS: Markup[] = [
  {
    name: 'floats and a list',
    html: page(
      `#head { background: #fff; padding: 14px 30px; overflow: hidden; border-bottom: 1px solid #ddd }
       #head .logo { float: left; font: bold 24px Georgia; color: #334; text-decoration: none }
       #head ul { float: right; margin: 0; padding: 0; list-style: none } #head li { float: left; margin-left: 26px }
       #head li a { color: #555; text-decoration: none } #head li a:hover { color: #b00 } #head li.active a { color: #b00; border-bottom: 3px solid #b00 }
       #head .toggle { display: none } @media (max-width: 640px) { #head ul { display: none } #head .toggle { display: block; float: right } }`,
      `<div id="head"><a class="logo" href="/">Oak &amp; Ash</a><button class="toggle" aria-label="Menu">&#9776;</button><ul><li class="active"><a href="#w">Work</a></li><li><a href="/people">People</a></li><li><a href="/visit">Visit</a></li></ul></div>`,
    ),
    is: { logo: 'Oak & Ash', links: ['Work', 'People', 'Visit'], current: 'Work', hasToggle: true },
  },
  {
    name: 'a grid, bare links in a nav',
    html: page(
      `header { display: grid; grid-template-columns: 1fr auto 1fr; align-items: center; padding: 0 40px; height: 80px; background: #12343b; position: sticky; top: 0 }
       header nav { display: flex; gap: 28px } header nav a { color: #e1b382; text-decoration: none } header nav a[aria-current] { color: #fff }
       header .brand { color: #fff; font-size: 22px; text-decoration: none } header .cta { justify-self: end; padding: 8px 16px; background: #e1b382; color: #12343b; text-decoration: none; border-radius: 20px }
       header .burger { display: none } @media (width < 760px) { header nav { display: none } header .burger { display: inline-block; width: 40px; height: 40px } }`,
      `<header><nav aria-label="Main"><a href="/boats" aria-current="page">Boats</a><a href="/moorings">Moorings</a><a href="/tides">Tides</a></nav><a class="brand" href="/">Fen &amp; Ferry</a><a class="cta" href="/book">Book</a><button class="burger" type="button" aria-label="Open menu"><svg width="20" height="14" viewBox="0 0 20 14"><path d="M0 1h20M0 7h20M0 13h20" stroke="#fff"/></svg></button></header>`,
    ),
    is: {
      logo: 'Fen & Ferry',
      links: ['Boats', 'Moorings', 'Tides'],
      current: 'Boats',
      buttons: ['Book'],
      hasToggle: true,
    },
  },
  {
    name: 'a table',
    html: page(
      `table.top { width: 100%; border-collapse: collapse; background: #ffe9c7 } table.top td { padding: 12px 16px } td.sitename a { font: bold 26px Georgia; color: #7a3b00 } td.navi a { color: #7a3b00; margin-right: 18px } td.navi a:hover { color: #000 }`,
      `<table class="top" id="header"><tr><td class="sitename"><a href="/">The Old Mill</a></td><td class="navi" align="right"><a href="/flour">Flour</a> <a href="/bread">Bread</a> <a href="/way">The way here</a></td></tr></table>`,
    ),
    is: { logo: 'The Old Mill', links: ['Flour', 'Bread', 'The way here'], hasToggle: false },
  },
  {
    name: 'a checkbox menu, the drop-down by hovering',
    html: page(
      `.bar { position: fixed; top: 0; left: 0; right: 0; height: 66px; display: flex; align-items: center; padding: 0 24px; background: rgba(255,255,255,.85); z-index: 5 } .bar .name { margin-right: auto; font-weight: bold; color: #123; text-decoration: none }
       .bar ul { list-style: none; margin: 0; padding: 0; display: flex; gap: 22px } .bar li { position: relative } .bar li ul { display: none; position: absolute; top: 100%; left: 0; flex-direction: column; background: #fff; padding: 10px; min-width: 150px } .bar li:hover > ul { display: flex } .bar a { color: #123; text-decoration: none } .bar ul a:hover { text-decoration: underline }
       #nav-check { display: none } .nav-label { display: none; cursor: pointer } @media (max-width: 800px) { .bar .links { display: none } .nav-label { display: block } #nav-check:checked ~ .links { display: block; position: absolute; top: 66px; left: 0; right: 0; background: #fff } }`,
      `<div class="bar" role="banner"><a class="name site-title" href="/">Harrow Lane</a><input type="checkbox" id="nav-check"><label class="nav-label" for="nav-check">&#9776;</label><ul class="links"><li><a href="/rooms">Rooms</a><ul><li><a href="/rooms/attic">Attic</a></li><li><a href="/rooms/barn">Barn</a></li></ul></li><li><a href="/table">Table</a></li><li><a href="/find">Find us</a></li></ul></div>`,
    ),
    is: {
      logo: 'Harrow Lane',
      links: ['Rooms', 'Table', 'Find us'],
      below: ['Attic', 'Barn'],
      hasToggle: true,
    },
  },
  {
    name: 'details and summary',
    html: page(
      `header.masthead { background: #2b2140; padding: 18px 32px; display: flex; gap: 30px; align-items: center } .masthead a, .masthead summary { color: #d8cff0; text-decoration: none; cursor: pointer } .masthead a:hover { color: #fff } .masthead .wordmark { font-size: 24px; color: #fff; margin-right: auto } .masthead details { position: relative } .masthead details div { position: absolute; background: #fff; padding: 12px; display: grid; gap: 8px } .masthead details div a { color: #2b2140 }`,
      `<header class="masthead"><a class="wordmark" href="/">Night Garden</a><details><summary>Plants</summary><div><a href="/p/moss">Moss</a><a href="/p/fern">Fern</a></div></details><a href="/tours">Tours</a><a href="/shop">Shop</a></header>`,
    ),
    is: {
      logo: 'Night Garden',
      links: ['Plants', 'Tours', 'Shop'],
      below: ['Moss', 'Fern'],
      hasToggle: false,
    },
  },
  {
    name: 'a script menu, a state on scroll',
    html: page(
      `.site-header { position: sticky; top: 0; background: transparent; transition: background .3s; z-index: 50 } .site-header.scrolled { background: #fff; box-shadow: 0 2px 8px rgba(0,0,0,.2) } .site-header .inner { max-width: 1100px; margin: 0 auto; display: flex; justify-content: space-between; align-items: center; padding: 20px } .site-header .nav-link { color: #222; margin-left: 24px; text-decoration: none; text-transform: uppercase; letter-spacing: 1px; font-size: 14px } .site-header .nav-link.is-active { color: #a0522d } .site-logo { font: 700 22px Georgia; color: #222; text-decoration: none } .menu-toggle { display: none } @media screen and (max-width: 48em) { .site-nav { display: none } .site-nav.open { display: block } .menu-toggle { display: block } }`,
      `<header class="site-header"><div class="inner"><a class="site-logo" href="/">Kestrel</a><button class="menu-toggle" aria-expanded="false" aria-controls="sn">Menu</button><nav class="site-nav" id="sn"><a class="nav-link is-active" href="#here">Flights</a><a class="nav-link" href="/birds">Birds</a><a class="nav-link" href="/keepers">Keepers</a></nav></div></header>`,
      { script: toggling('scrolled') },
    ),
    is: { logo: 'Kestrel', links: ['Flights', 'Birds', 'Keepers'], current: 'Flights', hasToggle: true },
  },
  {
    name: 'boxes lit under the pointer, drop-downs by pointer and keyboard',
    html: page(
      `.lit { position: sticky; top: 0; display: flex; align-items: center; gap: 20px; padding: 0 30px; background: #30405c } .lit:hover { background: #fff } .lit .name { margin-right: auto; color: #fff; font: 700 22px Georgia; text-decoration: none }
       .lit ul { display: flex; margin: 0; padding: 0; list-style: none } .lit li { position: relative; padding: 14px 12px } .lit li > a { position: relative; color: #dde; text-decoration: none } .lit li:hover { background: #f4f4f4 } .lit li:focus-within { background: #ffe } .lit li:hover > a { color: #111 !important } .lit .top > li:hover::after { content: ""; position: absolute; inset: 0; z-index: -1; background: #ffa }
       .lit .top > li > a::before { content: ""; position: absolute; inset: -4px; z-index: -1; background: #fff; opacity: 0 } .lit .top > li > a:hover::before { opacity: 1 } .lit nav:hover { filter: brightness(1.4) }
       .lit li ul { display: none; position: absolute; top: 100%; left: 0; flex-direction: column; min-width: 160px; background: #fff } .lit li:hover > ul, .lit li:focus-within > ul { display: flex } .lit ul ul a { color: #224 } .lit ul ul li:hover { background: #224 }`,
      `<header class="lit"><a class="name" href="/">Lamp &amp; Wick</a><nav><ul class="top"><li><a href="/lamps">Lamps</a><ul><li><a href="/lamps/oil">Oil</a></li><li><a href="/lamps/gas">Gas</a></li></ul></li><li><a href="/wicks">Wicks</a></li><li><a href="/repairs">Repairs</a><ul><li><a href="/repairs/how">How</a></li></ul></li></ul></nav></header>`,
    ),
    is: {
      logo: 'Lamp & Wick',
      links: ['Lamps', 'Wicks', 'Repairs'],
      below: ['Oil', 'Gas', 'How'],
      hasToggle: false,
    },
  },
  {
    name: 'drop-downs that buttons open',
    html: page(
      `.deck { display: flex; gap: 24px; align-items: center; padding: 18px 30px; background: #fbf7ee } .deck .mark { margin-right: auto; color: #432; font: 700 22px Georgia; text-decoration: none } .deck .item { position: relative } .deck .open { border: 0; background: none; padding: 0; font: inherit; color: #543; cursor: pointer } .deck .open[aria-expanded="true"] { color: #b00 } .deck .item > a { color: #543; text-decoration: none }
       .deck .drop { display: none; position: absolute; top: 100%; left: 0; padding: 10px; background: #fff; min-width: 140px } .deck .open[aria-expanded="true"] + .drop { display: grid } .deck .drop a { color: #432 }`,
      `<header class="deck"><a class="mark" href="/">Quill Row</a><nav><div style="display:flex;gap:24px"><div class="item"><button class="open" type="button" aria-expanded="false">Paper</button><div class="drop"><a href="/paper/rag">Rag</a><a href="/paper/wove">Wove</a></div></div><div class="item"><a href="/ink">Ink</a></div></div></nav></header>`,
      {
        script:
          "for (const b of document.querySelectorAll('.open')) b.onclick = () => b.setAttribute('aria-expanded', b.getAttribute('aria-expanded') !== 'true');",
      },
    ),
    is: { logo: 'Quill Row', links: ['Paper', 'Ink'], below: ['Rag', 'Wove'], hasToggle: false },
  },
  {
    name: 'inline styles',
    html: page(
      ``,
      `<div id="header" style="background: #0b3d2e; padding: 16px 28px; display: flex; align-items: center"><a href="/" style="color: #f2e8cf; font-size: 24px; text-decoration: none; margin-right: auto">Alder &amp; Sons</a><a href="/timber" style="color: #f2e8cf; margin-left: 20px">Timber</a><a href="/yard" style="color: #f2e8cf; margin-left: 20px">Yard</a><a href="/prices" style="color: #f2e8cf; margin-left: 20px">Prices</a></div>`,
    ),
    is: { logo: 'Alder & Sons', links: ['Timber', 'Yard', 'Prices'], hasToggle: false },
  },
  {
    name: 'ids everywhere',
    html: page(
      `#wrap #top #bar { background: #eee } #top { position: relative } #bar { display: flex; padding: 10px 20px; align-items: center } #wrap #top #bar #name { font: bold 20px Arial; color: #900; text-decoration: none } #wrap #top #bar #menu { margin-left: auto } #wrap #top #bar #menu a { color: #900 } #wrap #top #bar #menu a#m2 { color: #060 } #wrap #top #bar #menu a:hover { color: #00f }`,
      `<header id="top"><div id="bar"><a id="name" class="logo" href="/">Thorn Press</a><nav id="menu"><a id="m1" href="/books">Books</a> <a id="m2" href="/type">Type</a> <a id="m3" href="/orders">Orders</a></nav></div></header>`,
      { around: ['<div id="wrap">', '</div>'] },
    ),
    is: { logo: 'Thorn Press', links: ['Books', 'Type', 'Orders'], hasToggle: false },
  },
  {
    name: 'cascade layers',
    html: page(
      `@layer base, parts; @layer base { header a { color: #444 } header { background: #fafafa } } @layer parts { .hd { display: flex; gap: 24px; padding: 20px } .hd .logo { margin-right: auto; font-size: 22px } .hd .lk { color: #036 !important; text-decoration: none } .hd .lk:hover { color: #c30 !important } }`,
      `<header class="hd"><a class="logo" href="/">Layer Cake</a><a class="lk" href="/a">Cakes</a><a class="lk" href="/b">Weddings</a><a class="lk" href="/c">Hours</a></header>`,
    ),
    is: { logo: 'Layer Cake', links: ['Cakes', 'Weddings', 'Hours'], hasToggle: false },
  },
  {
    name: ':where and :is',
    html: page(
      `:where(header.page-head) { background: #fff3f0; padding: 22px 5vw; display: flex; align-items: center } :where(.page-head) :is(a, .x) { color: #7d1128; text-decoration: none } .page-head :is(#none, ul) { display: flex; gap: 30px; list-style: none; margin: 0 0 0 auto } :is(.page-head, #nothing) li > a:hover { color: #000 } .page-head .logo img { display: block; height: 32px }`,
      `<header class="page-head"><a class="logo" href="/"><img alt="Rose Works" src="${PIC}" width="120" height="32"></a><ul><li><a href="/roses">Roses</a></li><li><a href="/pruning">Pruning</a></li><li><a href="/open">Open days</a></li></ul></header>`,
    ),
    is: { logo: 'Rose Works', links: ['Roses', 'Pruning', 'Open days'], hasToggle: false },
  },
  {
    name: 'nested at six levels',
    html: page(
      `.l1 { background: #e7eef2 } .l2 { background: #dfe8ee; padding: 8px } .l3 { background: rgba(255,255,255,.6) } .l4 { display: flex; align-items: center; background: #d5e3ea; padding: 10px 24px } .l5 { margin-left: auto; background: #cddde6 } .l6 { display: flex; gap: 20px; padding: 6px 10px; background: #c4d7e2 } .l6 .go { color: #0a2a3a; text-decoration: none } .brand { color: #0a2a3a; font-size: 22px; text-decoration: none }
       .l1 { & .go:hover { color: #f00 } }`,
      `<header class="l1"><div class="l2"><div class="l3"><div class="l4"><a class="brand" href="/">Deep Well</a><div class="l5"><nav class="l6"><a class="go" href="/water">Water</a><a class="go" href="/stone">Stone</a><a class="go" href="/rope">Rope</a></nav></div></div></div></div></header>`,
    ),
    is: { logo: 'Deep Well', links: ['Water', 'Stone', 'Rope'], hasToggle: false },
  },
  {
    name: 'the logo as a background picture',
    html: page(
      `header { background: #fff; height: 72px; display: flex; align-items: center; padding: 0 30px; position: relative } .logo { width: 120px; height: 32px; background: url("${PIC}") no-repeat; text-indent: -9999px; overflow: hidden; display: block } header ul { margin: 0 0 0 auto; display: flex; gap: 24px; list-style: none } header li a { color: #531; text-decoration: none } header li a:focus { outline: 3px solid #fa0 }`,
      `<header><a class="logo" href="/">Brown Box</a><ul><li><a href="/boxes">Boxes</a></li><li><a href="/lids">Lids</a></li></ul></header>`,
    ),
    is: { logo: 'Brown Box', links: ['Boxes', 'Lids'], hasToggle: false },
  },
  {
    name: 'the logo as an SVG sprite, icons',
    html: page(
      `.topline { display: flex; align-items: center; gap: 26px; padding: 18px 36px; background: #101820; color: #fee715 } .topline a { color: #fff; text-decoration: none } .topline .mark svg { width: 110px; height: 30px; fill: #fee715 } .topline .soc { margin-left: auto; display: flex; gap: 14px } .topline .soc svg { width: 20px; height: 20px; fill: currentColor } .topline nav a:hover { color: #fee715 }`,
      `<header class="topline"><a class="mark logo" href="/" aria-label="Bolt House"><svg><use href="#bolt"/></svg></a><nav><a href="/shows">Shows</a> <a href="/bar">Bar</a> <a href="/hire">Hire</a></nav><div class="soc"><a href="https://a.example/" aria-label="Post"><svg viewBox="0 0 20 20"><circle cx="10" cy="10" r="9"/></svg></a><a href="https://b.example/" aria-label="Pictures"><svg viewBox="0 0 20 20"><rect width="18" height="18"/></svg></a></div></header>`,
      {
        around: [
          '<svg width="0" height="0" style="position: absolute"><symbol id="bolt" viewBox="0 0 110 30"><path d="M0 0h80l30 15-30 15H0z"/></symbol></svg>',
          '',
        ],
      },
    ),
    is: { logo: 'Bolt House', links: ['Shows', 'Bar', 'Hire'], icons: 2, hasToggle: false },
  },
  {
    name: 'two navs',
    html: page(
      `header { background: #f7f4ff } .util { display: flex; justify-content: flex-end; gap: 16px; padding: 6px 30px; font-size: 13px } .util a { color: #557 } .main { display: flex; gap: 26px; padding: 14px 30px; align-items: center } .main .title { font-size: 22px; margin-right: auto; color: #224; text-decoration: none } .main nav { display: flex; gap: 26px } .main nav a { color: #224; text-decoration: none } .main nav a:hover, .util a:hover { color: #a0a }`,
      `<header><nav class="util" aria-label="More"><a href="/login">Sign in</a><a href="/de">Deutsch</a></nav><div class="main"><a class="title" href="/">Lilac Hall</a><nav aria-label="Main"><a href="/concerts">Concerts</a><a href="/school">School</a><a href="/tickets">Tickets</a></nav></div></header>`,
    ),
    is: {
      logo: 'Lilac Hall',
      links: ['Sign in', 'Deutsch', 'Concerts', 'School', 'Tickets'],
      hasToggle: false,
    },
  },
  {
    name: 'a strip above, the header sticks',
    html: page(
      `.strip { background: #333; color: #fff; padding: 8px 20px; font-size: 13px; text-align: center } .strip a { color: #ffd } header { position: sticky; top: 0; background: #fffdf5; display: flex; align-items: center; padding: 0 24px; height: 64px; box-shadow: 0 1px 4px rgba(0,0,0,.15) } header h1 { font-size: 20px; margin: 0 auto 0 0 } header h1 a { color: #443; text-decoration: none } header .menu a { color: #443; margin-left: 22px; text-decoration: none } header .menu a:hover { color: #c60 }`,
      `<div class="strip">Closed on Mondays. <a href="/news">News</a></div><header><h1><a href="/">Saffron Row</a></h1><div class="menu"><a href="/lunch">Lunch</a><a href="/dinner">Dinner</a><a href="/wine">Wine</a></div></header>`,
    ),
    is: { logo: 'Saffron Row', links: ['Lunch', 'Dinner', 'Wine'], hasToggle: false },
  },
  {
    name: 'a wrapper that sticks',
    html: page(
      `.sticky-wrap { position: sticky; top: 0; z-index: 9; background: #eef7f1 } .sticky-wrap header { display: flex; align-items: center; padding: 16px 28px } .sticky-wrap .logo { color: #154; font-weight: 700; text-decoration: none } .sticky-wrap ul { display: flex; gap: 20px; list-style: none; margin: 0 0 0 auto; padding: 0 } .sticky-wrap ul a { color: #154; text-decoration: none } body.scrolled .sticky-wrap { background: #154 } body.scrolled .sticky-wrap a { color: #eef7f1 }`,
      `<div class="sticky-wrap"><header><a class="logo" href="/">Green Door</a><ul><li><a href="/studio">Studio</a></li><li><a href="/kiln">Kiln</a></li><li><a href="/sales">Sales</a></li></ul></header></div>`,
      { script: toggling('scrolled', 'body') },
    ),
    is: { logo: 'Green Door', links: ['Studio', 'Kiln', 'Sales'], hasToggle: false },
  },
  {
    name: 'utility classes',
    html: page(
      `.flex { display: flex } .items-center { align-items: center } .px-6 { padding-left: 24px; padding-right: 24px } .py-4 { padding-top: 16px; padding-bottom: 16px } .gap-8 { gap: 32px } .ml-auto { margin-left: auto } .bg-white { background-color: #fff } .text-slate { color: #334155 } .hover\\:text-blue:hover { color: #1d4ed8 } .no-underline { text-decoration: none } .text-xl { font-size: 20px } .hidden { display: none } .rounded { border-radius: 6px } .bg-blue { background-color: #1d4ed8 } .text-white { color: #fff } .w-6 { width: 24px } @media (min-width: 768px) { .md\\:flex { display: flex } .md\\:hidden { display: none } }`,
      `<header class="flex items-center px-6 py-4 bg-white"><a class="text-xl text-slate no-underline" href="/">Plain Tools</a><nav class="hidden md:flex gap-8 ml-auto items-center"><a class="text-slate hover:text-blue no-underline" href="/saws">Saws</a><a class="text-slate hover:text-blue no-underline" href="/planes">Planes</a><a class="text-slate hover:text-blue no-underline" href="/files">Files</a><a class="px-6 py-4 rounded bg-blue text-white no-underline" href="/buy">Buy</a></nav><button class="md:hidden ml-auto w-6" aria-label="Menu"><svg width="20" height="14" viewBox="0 0 20 14"><path d="M0 1h20M0 7h20M0 13h20" stroke="currentColor"/></svg></button></header>`,
    ),
    is: { logo: 'Plain Tools', links: ['Saws', 'Planes', 'Files'], buttons: ['Buy'], hasToggle: true },
  },
  {
    name: 'right to left',
    html: page(
      `header { background: #fdf6e3; display: flex; align-items: center; padding: 18px 30px; border-bottom: 2px solid #b58900 } header .logo { font: 700 24px Georgia; color: #073642; text-decoration: none; margin-inline-end: auto } header ul { display: flex; gap: 26px; list-style: none; margin: 0; padding: 0 } header ul a { color: #073642; text-decoration: none; position: relative } header ul a::after { content: ""; position: absolute; left: 0; right: 0; bottom: -4px; height: 2px; background: #b58900; transform: scaleX(0) } header ul a:hover::after, header ul .current a::after { transform: none }`,
      `<header><a class="logo" href="/">دار الزيتون</a><ul><li class="current"><a href="#z">الزيت</a></li><li><a href="/s">الصابون</a></li><li><a href="/w">الورشة</a></li></ul></header>`,
      { attributes: ' dir="rtl"' },
    ),
    is: { logo: 'دار الزيتون', links: ['الزيت', 'الصابون', 'الورشة'], current: 'الزيت', hasToggle: false },
  },
  {
    name: 'letters in spans, !important, a rule for everything',
    html: page(
      `.hd * { color: #3b2f2f !important } .hd { background: linear-gradient(#fff, #eee); padding: 20px; display: flex; align-items: center } .hd .nm { margin-right: auto; font-size: 22px; text-decoration: none } .hd .it { margin-left: 24px; text-decoration: none } .hd .it:hover span { color: #d2691e !important } .hd .btn { padding: 8px 14px; border: 2px solid #3b2f2f; border-radius: 4px; text-decoration: none; margin-left: 24px }`,
      `<div class="hd header"><a class="nm logo" href="/"><strong>Copper Kettle</strong></a><a class="it" href="/tea"><span>Tea</span></a><a class="it" href="/pots"><span>Pots</span></a><a class="btn" href="/call"><span>Call us</span></a></div>`,
    ),
    is: { logo: 'Copper Kettle', links: ['Tea', 'Pots'], buttons: ['Call us'], hasToggle: false },
  },
  {
    name: 'a menu of boxes, opened by a button',
    html: page(
      `.c-header { position: absolute; top: 0; left: 0; width: 100%; color: #fff; z-index: 3 } .c-header__row { display: flex; align-items: center; padding: 24px 40px } .c-header__logo { color: #fff; font: 700 26px Georgia; text-decoration: none } .c-nav { margin-left: auto; display: flex; gap: 28px } .c-nav__item { position: relative } .c-nav__link { color: #fff; text-decoration: none; border-bottom: 2px solid transparent } .c-nav__link:hover { border-bottom-color: #fff } .c-nav__sub { visibility: hidden; position: absolute; top: 100%; left: 0; background: #222; padding: 12px; display: grid; gap: 6px } .c-nav__item:focus-within .c-nav__sub, .c-nav__item:hover .c-nav__sub { visibility: visible } .c-nav__sub a { color: #fff } .c-header__burger { display: none } @media (max-width: 899px) { .c-nav { display: none } .c-header__burger { display: block; margin-left: auto; background: none; border: 0; width: 44px; height: 44px } .c-header__burger i { display: block; height: 2px; background: #fff; margin: 5px 0 } }`,
      `<div class="c-header"><div class="c-header__row"><a class="c-header__logo" href="/">Vale</a><div class="c-nav"><div class="c-nav__item"><a class="c-nav__link" href="/walks">Walks</a><div class="c-nav__sub"><a href="/walks/short">Short</a><a href="/walks/long">Long</a></div></div><div class="c-nav__item"><a class="c-nav__link" href="/inns">Inns</a></div><div class="c-nav__item"><a class="c-nav__link" href="/maps">Maps</a></div></div><button class="c-header__burger" aria-label="Menu"><i></i><i></i><i></i></button></div></div>`,
    ),
    is: { logo: 'Vale', links: ['Walks', 'Inns', 'Maps'], below: ['Short', 'Long'], hasToggle: true },
  },
  {
    name: 'a logo picture in a column, a menu with numbered items',
    html: page(
      `.row { display: flex; align-items: center; padding: 0 20px } .col-3 { width: 25% } .col-9 { width: 75% } #top-area { background: #fff } .img-fluid { max-width: 100%; height: 30px } ul.menu { display: flex; justify-content: flex-end; list-style: none; margin: 0; padding: 24px 0 } li.menu-item { position: relative } li.menu-item > a { padding: 8px 14px; color: #2c3e50; text-decoration: none; font-weight: 600 } li.menu-item > a:hover { background: #2c3e50; color: #fff } li.current-menu-item > a { color: #e74c3c } ul.sub-menu { display: none; position: absolute; left: 0; top: 100%; background: #2c3e50; padding: 8px; list-style: none; min-width: 160px } ul.sub-menu a { color: #ecf0f1 !important; display: block; padding: 6px 8px } li:hover > ul.sub-menu { display: block }`,
      `<div id="top-area"><div class="row"><div class="col-3"><a href="/" rel="home"><img class="img-fluid" src="${PIC}" alt="Mill &amp; Vine" width="120" height="32"></a></div><div class="col-9"><ul id="menu-main" class="menu"><li id="menu-item-12" class="menu-item menu-item-12 current-menu-item"><a href="#x" aria-current="page">Wine</a></li><li id="menu-item-13" class="menu-item menu-item-has-children"><a href="/farm">Farm</a><ul class="sub-menu"><li class="menu-item menu-item-21"><a href="/farm/old">Old vines</a></li></ul></li><li id="menu-item-14" class="menu-item"><a href="/visit">Visit</a></li></ul></div></div></div>`,
    ),
    is: {
      logo: 'Mill & Vine',
      links: ['Wine', 'Farm', 'Visit'],
      below: ['Old vines'],
      current: 'Wine',
      hasToggle: false,
    },
  },
  {
    name: 'one menu for wide windows, another for narrow ones',
    html: page(
      `header { background: #fff; border-bottom: 3px solid #0a7; display: flex; align-items: center; padding: 14px 24px } header .brand { font: 700 22px Georgia; color: #0a5; text-decoration: none; margin-right: auto } .wide a { margin-left: 20px; color: #333; text-decoration: none } .wide a.on { color: #0a7; text-decoration: underline } .narrow { display: none } .narrow a { display: block; padding: 8px; color: #333 } .open-menu { display: none } @media (max-width: 700px) { .wide { display: none } .open-menu { display: block } .narrow.is-open { display: block; position: absolute; top: 60px; left: 0; right: 0; background: #fff } }`,
      `<header><a class="brand" href="/">Pine &amp; Salt</a><nav class="wide" aria-label="Main"><a class="on" href="#k">Kitchen</a><a href="/fish">Fish</a><a href="/book">Book a table</a></nav><button class="open-menu" aria-expanded="false" aria-controls="nm">Menu</button><nav class="narrow" id="nm" aria-label="Main, small"><a href="#k">Kitchen</a><a href="/fish">Fish</a><a href="/book">Book a table</a></nav></header>`,
    ),
    is: {
      logo: 'Pine & Salt',
      links: ['Kitchen', 'Fish', 'Book a table'],
      current: 'Kitchen',
      hasToggle: true,
    },
  },
  {
    name: 'buttons that open boxes, a search, a phone number',
    html: page(
      `.page-header { background: linear-gradient(90deg, #1b2735, #283e51); color: #fff; display: flex; gap: 20px; align-items: center; padding: 16px 30px } .page-header a, .page-header button { color: #fff; background: none; border: 0; font: inherit; text-decoration: none; cursor: pointer } .page-header li { list-style: none; position: relative } .page-header ul { display: flex; gap: 20px; padding: 0; margin: 0 } .page-header .box { display: none; position: absolute; top: 120%; left: 0; background: #fff; padding: 12px; flex-direction: column } .page-header .box a { color: #1b2735 } .page-header [aria-expanded="true"] + .box { display: flex } .page-header .name { font-size: 22px; margin-right: auto } .page-header input { width: 120px } .page-header ul a:hover { color: #ffd166 }`,
      `<header class="page-header"><a class="name" href="/">North Quay</a><nav><ul><li><button aria-expanded="false" aria-haspopup="true">Boats</button><div class="box"><a href="/boats/sail">Sail</a><a href="/boats/row">Rowing</a></div></li><li><a href="/berths">Berths</a></li><li><a href="/weather">Weather</a></li></ul></nav><form role="search"><input aria-label="Search" type="search"></form><a class="phone" href="tel:+441234">01234 567</a><small style="opacity: .6">Open till six</small></header>`,
    ),
    is: {
      logo: 'North Quay',
      links: ['Boats', 'Berths', 'Weather', '01234 567'],
      below: ['Sail', 'Rowing'],
      text: ['Open till six'],
      hasToggle: false,
    },
  },
  {
    name: 'the menu beside the header, not in it',
    html: page(
      `body > header { padding: 30px 40px 10px; background: #faf3e7 } body > header a { font: 700 30px Georgia; color: #4a2c2a; text-decoration: none } body > nav { background: #4a2c2a; padding: 0 40px; position: sticky; top: 0 } body > nav a { display: inline-block; padding: 12px 14px; color: #f3e3c9; text-decoration: none } body > nav a:hover { background: #6b4441 } body > nav a.active { background: #f3e3c9; color: #4a2c2a }`,
      `<header><a href="/">The Tannery</a></header><nav aria-label="Main"><a class="active" href="#h">Hides</a><a href="/belts">Belts</a><a href="/bags">Bags</a></nav>`,
    ),
    is: { logo: '', links: ['Hides', 'Belts', 'Bags'], current: 'Hides', hasToggle: false },
  },
  {
    name: 'an element of its own, sizes in rem, sticky',
    html: page(
      `html { font-size: 18px } site-top { display: flex; position: sticky; top: 0; gap: 1.4rem; padding: 1rem 2rem; background: rgb(255 255 255 / 70%); backdrop-filter: blur(4px); align-items: baseline } site-top .mark { font-size: 1.6rem; font-weight: 800; color: rebeccapurple; text-decoration: none; margin-inline-end: auto } site-top a:not(.mark) { color: #333; text-decoration: none; border-block-end: 2px solid transparent } site-top a:not(.mark):is(:hover, :focus-visible) { border-color: rebeccapurple } @supports (display: grid) { site-top a:not(.mark) { color: #3a2a5a } }`,
      `<site-top role="banner"><a class="mark logo" href="/">Plum</a><a href="/jam">Jam</a><a href="/chutney">Chutney</a><a href="/shops">Shops</a></site-top>`,
    ),
    is: { logo: 'Plum', links: ['Jam', 'Chutney', 'Shops'], hasToggle: false },
  },
  {
    name: 'faint letters, a filter, an animation under the pointer',
    html: page(
      `header { background: #222; padding: 20px 30px; display: flex } header .logo { color: #fff; font-size: 24px; text-decoration: none; margin-right: auto } header nav { opacity: .7; filter: saturate(.6) } header nav a { color: #ff9; margin-left: 20px; text-decoration: none; transition: all .4s; opacity: .8; text-shadow: 0 1px 2px #000 } header nav a:hover { opacity: 1; letter-spacing: 0; color: #f90; animation: pulse 1s infinite } @keyframes pulse { 50% { color: #fff } }`,
      `<header><a class="logo" href="/">Ember</a><nav><a href="/stoves">Stoves</a><a href="/logs">Logs</a><a href="/sweep">Sweep</a></nav></header>`,
    ),
    is: { logo: 'Ember', links: ['Stoves', 'Logs', 'Sweep'], hasToggle: false },
  },
  {
    name: 'a bar that its own script makes smaller',
    html: page(
      `.site { position: fixed; top: 0; left: 0; right: 0; z-index: 9; background: #fff } .site .in { display: flex; gap: 24px; align-items: center; padding: 24px 30px } .site a { color: #333; text-decoration: none } .site .name { font: 700 26px Georgia; margin-right: auto } .site.small { background: #222 } .site.small .in { padding: 8px 30px } .site.small a { color: #eee } .site.small .name { font-size: 18px }`,
      `<header class="site"><div class="in"><a class="name" href="/">Quarry Bank</a><a href="/stone">Stone</a><a href="/lime">Lime</a><a href="/visits">Visits</a></div></header>`,
      { script: toggling('small') },
    ),
    is: { logo: 'Quarry Bank', links: ['Stone', 'Lime', 'Visits'], hasToggle: false },
  },
  {
    name: 'letters changed by what they stand in, handed down, and in pieces',
    html: page(
      `body { text-shadow: 0 0 3px #f0f } .top { display: flex; gap: 22px; align-items: center; padding: 18px 30px; background: #fff; mix-blend-mode: difference; -webkit-text-stroke: 1px #a00; -webkit-text-fill-color: #777 } .top a { color: #222; text-decoration: none } .top .brand { font-size: 24px; margin-right: auto } .top .brand b { color: #b00; opacity: .6 } .top .item .out { filter: brightness(.4) } .top .item em { color: #9c9; font-style: normal } .top .item:hover .out { opacity: .5 } .top .item:focus-visible { filter: invert(1) } .top .item:hover { text-decoration: underline wavy #0f0 } .top .brand:focus-visible { outline: none } .top .plain { mix-blend-mode: multiply } .top .wrap:hover { mask-image: linear-gradient(90deg, #000, transparent) } .top .book { background: #00a; padding: 10px 16px; border-radius: 6px } .top .book span { color: #9af; filter: blur(.4px) } .top .book:hover { opacity: .6 } .top .book:hover span { color: #fff }`,
      `<header class="top"><a class="brand" href="/">North <b>Light</b></a><nav><span class="wrap"><a class="item" href="/lamps"><span class="out">Lamps <em>and wicks</em></span></a></span> <a class="item plain" href="/shades">Shades</a> <a class="item" href="/oil">Oil</a></nav><a class="book button" href="/book"><span>Book a repair</span></a></header>`,
    ),
    is: {
      logo: 'North Light',
      links: ['Lamps and wicks', 'Shades', 'Oil'],
      buttons: ['Book a repair'],
      hasToggle: false,
    },
  },
  {
    name: 'a pill that floats below the upper edge',
    html: page(
      `.pill { position: fixed; top: 14.5px; left: 24px; right: 24px; border-radius: 22px; background: rgba(255,255,255,.8); display: flex; gap: 20px; align-items: center; padding: 10px 26px; z-index: 5 } .pill a { color: #333; text-decoration: none } .pill .name { font: 700 20px Georgia; margin-right: auto }`,
      `<header class="pill"><a class="name" href="/">Orchard End</a><a href="/pears">Pears</a><a href="/perry">Perry</a><a href="/press">Press</a></header>`,
    ),
    is: { logo: 'Orchard End', links: ['Pears', 'Perry', 'Press'], hasToggle: false },
  },
  {
    name: 'a strip above, a bar that stays lower and is made smaller',
    html: page(
      `.strip { background: #244; color: #fff; padding: 9.3px 20px; font-size: 13px } .bar { position: sticky; top: 6px; background: #fff; display: flex; gap: 20px; align-items: center; box-sizing: border-box; height: 72px; padding: 0 26px; z-index: 5 } .bar a { color: #333; text-decoration: none } .bar .name { font: 700 24px Georgia; margin-right: auto } .bar.low { height: 40px; margin-bottom: 32px } .bar.low .name { font-size: 17px }`,
      `<div class="strip">Tide tables for the week are in.</div><header class="bar"><a class="name" href="/">Mudlark</a><a href="/walks">Walks</a><a href="/finds">Finds</a><a href="/tides">Tides</a></header>`,
      { script: toggling('low') },
    ),
    is: { logo: 'Mudlark', links: ['Walks', 'Finds', 'Tides'], hasToggle: false },
  },
];
