// A data server of the AT Protocol, as its environment says.
const { createRequire } = require('node:module')
const { PDS, envToCfg, envToSecrets, readEnv } = createRequire(`${process.cwd()}/`)('@atproto/pds')
void (async () => {
  const env = readEnv()
  const pds = await PDS.create(envToCfg(env), envToSecrets(env))
  await pds.start()
  process.send?.('ready')
})()
