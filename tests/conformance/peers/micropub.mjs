// A Micropub endpoint and its media endpoint of other makers, on the port it is told. Theirs: what a request
// means, what is stored of it, its scopes and its answers. Ours: the token, the memory that stands for a
// store, and the pages.
import { createRequire } from 'node:module'
import { pathToFileURL } from 'node:url'

const find = createRequire(`${process.cwd()}/`)
const load = async (name) => import(pathToFileURL(find.resolve(name)).href)
const { MicropubEndpoint } = await load('@indiekit/endpoint-micropub')
const { MediaEndpoint } = await load('@indiekit/endpoint-media')
const { default: express } = await load('express')

const { PORT, TOKEN } = process.env
let isRevoked = false
const me = `http://localhost:${PORT}`
const files = new Map()
const posts = []
const app = express()
app.use(express.json({ limit: '1mb' }), express.urlencoded({ extended: true }))

const publication = {
  me,
  mediaEndpoint: `${me}/media`,
  timeZone: 'UTC',
  slugSeparator: '-',
  syndicationTargets: [],
  postTypes: ['note', 'photo', 'bookmark'].map((type) => ({
    type,
    name: type,
    post: { path: `${type}s/{slug}.md`, url: `${type}s/{slug}` },
    media: { path: 'media/{filename}', url: 'media/{filename}' },
  })),
  postTemplate: (properties) => JSON.stringify(properties),
  storeMessageTemplate: ({ action }) => action,
  store: {
    createFile: (path, content) => (files.set(path, content), true),
    deleteFile: (path) => files.delete(path),
    updateFile: (path, content) => (files.set(path, content), true),
  },
  posts: {
    insertOne: async (post) => void posts.unshift(post),
    replaceOne: async () => undefined,
    findOne: async (query) => posts.find(({ properties }) => properties.url === query['properties.url']),
    find: () => ({
      map: (each) => ({ toArray: async () => posts.map((post) => each(structuredClone(post))) }),
    }),
  },
  media: { insertOne: async () => undefined },
}
const indieauth = () => (request, response, next) => {
  if (isRevoked || request.headers.authorization !== `Bearer ${TOKEN}`)
    return response.status(401).json({ error: 'unauthorized', error_description: 'No such token' })
  publication.accessToken = { scope: 'create delete media', me }
  return next()
}
const application = { url: me, middleware: { authenticate: indieauth(), indieauth } }
app.use((_, response, next) => {
  response.locals.application = application
  next()
})
app.use('/micropub', new MicropubEndpoint().routes(application, publication))
app.use('/media', new MediaEndpoint().routes(application, publication))
app.post('/revoke', (_, response) => {
  isRevoked = true
  response.end()
})
app.get('/files', (_, response) =>
  response.json([...files].map(([path, content]) => [path, String(content).slice(0, 4000)])),
)
app.get('/', (_, response) =>
  response.send(
    `<!doctype html><link rel="micropub" href="/micropub"><h1>A site</h1>${posts
      .map(({ properties: { url } }) => `<a href="${url}">post</a>`)
      .join('')}`,
  ),
)
app.use((error, _, response, next) => {
  if (response.headersSent) return next(error)
  return response
    .status(error.status ?? 500)
    .json({ error: 'invalid_request', error_description: error.message })
})
app.listen(Number(PORT), '127.0.0.1', () => process.send?.('ready'))
