# Another maker's client, at the server whose address it is told: it prints one line of JSON for each thing it did.
import json
import sys

import requests
from mastodon import Mastodon

base, picture = sys.argv[1], sys.argv[2]
scopes = ["read", "write"]


def say(**what):
    print(json.dumps(what), flush=True)


client_id, secret = Mastodon.create_app("A client", scopes=scopes, redirect_uris="https://client.example/back", api_base_url=base)
client = Mastodon(client_id=client_id, client_secret=secret, api_base_url=base)
page = client.auth_request_url(redirect_uris="https://client.example/back", scopes=scopes)
form = requests.get(page).text
account = form.split('name="account" value="')[1].split('"')[0]
answer = requests.post(page, data={"account": account, "say": "yes"}, allow_redirects=False)
code = answer.headers["location"].split("code=")[1].split("&")[0]
client.log_in(code=code, redirect_uri="https://client.example/back", scopes=scopes)
say(did="signed in", handle=client.account_verify_credentials()["acct"])
post = client.status_post("From another client", idempotency_key="one")
again = client.status_post("From another client", idempotency_key="one")
say(did="posted once", same=post["id"] == again["id"], content=post["content"])
one = client.media_post(picture, mime_type="image/png", description="The dome")
two = client.media_post(picture, mime_type="image/png", description="The sky above")
both = client.status_post("Two of them", media_ids=[one, two])
say(did="posted pictures", id=both["id"])
reply = client.status_post("An answer", in_reply_to_id=post["id"])
say(did="answered", to=reply["in_reply_to_id"] == post["id"])
try:
    client.status_post("long " * 400)
except Exception as error:
    say(did="refused", why=str(error))
client.status_delete(post["id"])
try:
    client.status(post["id"])
except Exception as error:
    say(did="deleted", why=type(error).__name__)
