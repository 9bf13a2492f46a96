import { mkdtempSync } from 'node:fs'
import { chromium } from '@playwright/test'
// @ts-ignore
import { startServer, startStandins, fillDemo } from './scripts/world.mjs'
const dir = process.env['FILLED'] ?? mkdtempSync('/tmp/lookdemo-')
const standins = await startStandins()
const server = await startServer({ dataDir: dir, standins: standins.url, demo: true, mailPort: 0 })
if (!process.env['FILLED']) await fillDemo({ url: server.url, standins: standins.url, mailPort: server.mailPort })
console.log('DIR', dir, server.url)
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] })
const script = await import('/tmp/shots.ts')
await script.default({ browser, url: server.url })
await browser.close(); await server.stop(); await standins.stop(); process.exit(0)
