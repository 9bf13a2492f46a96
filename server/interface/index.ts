// Interface: what programs of others may ask, written down as OpenAPI.
// Owns: nothing.
// May ask: nobody.
export { docsPage } from './docsPage'
export { openApiDocument } from './document'
