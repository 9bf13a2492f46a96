// An authorization server of OpenID's makers, with its own pages for signing in, on the port it is told.
import { createRequire } from 'node:module'
import { pathToFileURL } from 'node:url'

const find = createRequire(`${process.cwd()}/`)
const { default: Provider } = await import(pathToFileURL(find.resolve('oidc-provider')).href)
const { PORT, REDIRECT } = process.env
const provider = new Provider(`http://localhost:${PORT}`, {
  clients: [
    {
      client_id: 'quill',
      client_secret: 'a secret of theirs',
      redirect_uris: [REDIRECT],
      token_endpoint_auth_method: 'client_secret_post',
      grant_types: ['authorization_code', 'refresh_token'],
      response_types: ['code'],
      application_type: 'native',
    },
    {
      client_id: 'quill-bound',
      redirect_uris: [REDIRECT],
      token_endpoint_auth_method: 'none',
      grant_types: ['authorization_code', 'refresh_token'],
      response_types: ['code'],
      application_type: 'native',
      dpop_bound_access_tokens: true,
    },
  ],
  scopes: ['offline_access', 'write'],
  features: {
    devInteractions: { enabled: true },
    revocation: { enabled: true },
    pushedAuthorizationRequests: { enabled: true },
    dPoP: { enabled: true },
  },
  pkce: { required: () => true },
  rotateRefreshToken: true,
  issueRefreshToken: () => true,
  ttl: {
    AccessToken: 600,
    AuthorizationCode: 60,
    Grant: 3600,
    Session: 3600,
    RefreshToken: 3600,
    Interaction: 600,
  },
})
provider.listen(Number(PORT), '127.0.0.1', () => process.send?.('ready'))
