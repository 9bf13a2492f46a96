import { openApi as labels } from '#shared/words'

/** Where the viewer's files lie: see `publicAssets` of nuxt.config.ts. */
const VIEWER = '/api-viewer'

/** The page that shows the document, by a viewer that asks nobody but this server. */
export const docsPage = (): string =>
  [
    '<!doctype html><html lang="en"><head><meta charset="utf-8">',
    '<meta name="viewport" content="width=device-width, initial-scale=1">',
    '<meta name="robots" content="noindex">',
    `<title>${labels.title}</title><link rel="icon" type="image/svg+xml" href="/icons/icon.svg">`,
    `<link rel="stylesheet" href="${VIEWER}/swagger-ui.css"><link rel="stylesheet" href="/api-page.css">`,
    `</head><body><header class="own"><h1>${labels.title}</h1><p>${labels.lead}</p>`,
    `<p><a href="/api/openapi.json">${labels.file}</a> · `,
    `<a href="/set-up/programs">${labels.toTokens}</a></p>`,
    '</header><main id="api"></main>',
    `<script src="${VIEWER}/swagger-ui-bundle.js"></script>`,
    '<script src="/api-page.js"></script></body></html>',
  ].join('')
