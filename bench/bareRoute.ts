// A route of the same server library (h3) that only leads on: what a short link is put beside.
import { createServer } from 'node:http'
import { createApp, createRouter, defineEventHandler, sendRedirect, toNodeListener } from 'h3'

const router = createRouter().get(
  '/r/:code',
  defineEventHandler((event) => sendRedirect(event, 'https://bellhaven.example/lamps-off', 302)),
)
const server = createServer(toNodeListener(createApp().use(router)))
server.listen(0, '127.0.0.1', () => {
  const address = server.address()
  process.send?.({ listening: typeof address === 'object' ? address?.port : 0 })
})
