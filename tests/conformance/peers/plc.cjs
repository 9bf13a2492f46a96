// A directory of identities (did:plc) in memory, on the port it is told.
const { createRequire } = require('node:module')
const { PlcServer, Database } = createRequire(`${process.cwd()}/`)('@did-plc/server')
void PlcServer.create({ db: Database.mock(), port: Number(process.env.PORT) })
  .start()
  .then(() => process.send?.('ready'))
