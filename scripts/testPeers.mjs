// The server of another maker that every test run is made against.
import { peers } from './peers.mjs'

peers(['atproto'])
