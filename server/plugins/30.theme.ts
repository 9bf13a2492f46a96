import { language } from '#shared/platform/language'

/**
 * Writes the chosen theme into the page before it paints, so that a dark room stays dark, and which words it
 * is to say.
 */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('render:html', (html, { event }) => {
    const theme = /(?:^|;\s*)quill-theme=(light|dark)/.exec(event.node.req.headers.cookie ?? '')?.[1]
    if (theme) html.htmlAttrs.push(`data-theme="${theme}"`)
    if (language !== 'en') html.htmlAttrs.push(`data-words="${language}"`)
  })
})
