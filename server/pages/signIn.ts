import { SIGN_IN_TEXTS as TEXTS } from '../../shared/texts/signIn'

/** What sign-in shows: whether the demo may be opened, where it leads afterwards, and the look chosen last. */
export interface SignInPage {
  demo: boolean
  to: string
  safelight: boolean
}

/** Recipes whose pictures stand below the large one. */
const OTHERS = ['powder', 'pour', 'drop', 'projectile'] as const

const picture = (recipe: string, alt = ''): string =>
  `<span class="picture reddened"><img src="/recipes/${recipe}.avif" alt="${alt}" width="480" height="320"></span>`

const demoSection = `<section><h2>${TEXTS.demo.heading}</h2><p>${TEXTS.demo.text}</p>
<button id="demo" class="main" type="button">${TEXTS.demo.open}</button>
<button id="tour" type="button">${TEXTS.demo.tour}</button></section>`

const ownSection = `<section><h2>${TEXTS.own.heading}</h2>
<p>${TEXTS.own.before} <code>npm start</code> ${TEXTS.own.after}</p>
<form id="paste"><input id="link" aria-label="${TEXTS.own.field}" placeholder="${TEXTS.own.placeholder}"
autocomplete="off"> <button id="send" disabled>${TEXTS.own.send}</button></form></section>`

/** Sign-in as a page of its own, without the application: it opens at once, and waits for nothing. */
export const signInPage = ({ demo, to, safelight }: SignInPage): string => `<!DOCTYPE html>
<html lang="en"${safelight ? ' data-look="safelight"' : ''}>
<head>
<meta charset="utf-8">
<title>${TEXTS.title}</title>
<meta name="description" content="${TEXTS.lead}">
<meta name="viewport" content="width=device-width, initial-scale=1">
<link rel="icon" type="image/svg+xml" href="/icon.svg">
<link rel="preload" as="font" type="font/woff2" href="/fonts/archivo-latin-wdth-normal.woff2" crossorigin>
<link rel="stylesheet" href="/look.css">
<link rel="stylesheet" href="/sign-in.css">
<script type="module" src="/sign-in.js"></script>
</head>
<body data-to="${to}">
<header><span class="name"><img src="/icon.svg" alt="" width="18" height="18">Epiro</span>
<button id="look" class="look" type="button">${safelight ? 'Work light' : 'Safelight'}</button></header>
<main>
<figure>${picture('balloon', TEXTS.picture)}
<figcaption>${TEXTS.caption}</figcaption>
<div class="others" aria-hidden="true">${OTHERS.map(recipe => picture(recipe)).join('')}</div></figure>
<div class="ways">
<h1>${TEXTS.heading}</h1>
<p>${TEXTS.lead}</p>
<p id="message" role="alert"></p>
${demo ? demoSection : ''}
${ownSection}
</div>
</main>
</body>
</html>
`
