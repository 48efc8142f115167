import htmx from RAILS_ASSET_URL("htmx.js")

// What others do appears by itself: the page says which revision it shows, and gets what has changed since. What
// somebody is typing in stays as it is, and is asked for again until it is let go.
let asking = false
let withheld = false // something is not painted yet, because somebody types in it
let told = 0 // the revision up to which it was said who did what

const typing = () =>
  document.activeElement?.matches?.("input:not([type=checkbox]):not([type=search]), textarea, [contenteditable]")
    ? document.activeElement
    : null

function spare(event) {
  if (!asking || !typing() || !event.detail.target.contains(typing())) return
  event.detail.shouldSwap = false
  const fresh = event.detail.fragment.querySelector?.("input, textarea")
  if (typing().isContentEditable || fresh?.value !== typing().value) withheld = true
}

async function ask(url) {
  const page = document.body
  const revision = page.dataset.revision
  const values = new URLSearchParams({
    ...JSON.parse(page.getAttribute("hx-vals")),
    revision,
    told,
    selected: page.dataset.selected || page.dataset.selectionHomeValue || ""
  })
  if (withheld && typing()) values.set("busy", "1") // the rest of it is painted already
  const reply = await fetch(`${url}?${values}`, { headers: { "HX-Request": "true" }, cache: "no-store" })
  if (reply.headers.get("HX-Redirect")) return location.assign(reply.headers.get("HX-Redirect"))
  if (reply.headers.get("HX-Refresh")) return typing() || location.reload()
  if (reply.status !== 200 || page.dataset.revision !== revision) return
  withheld = false
  asking = true
  htmx.swap(page, await reply.text(), { swapStyle: "none" })
  asking = false
  told = reply.headers.get("X-Revision")
  if (!withheld) page.dataset.revision = reply.headers.get("X-Revision")
  page.dispatchEvent(new CustomEvent("committed"))
}

// What the page has done itself it shows already, if nothing of others came between.
function shown({ detail: { xhr } }) {
  const revision = xhr?.getResponseHeader("X-Revision")
  if (revision && Number(revision) === Number(document.body.dataset.revision) + 1)
    document.body.dataset.revision = revision
}

export function startNews() {
  const { news, newsEvery } = document.body.dataset
  if (!news) return
  document.body.addEventListener("htmx:oobBeforeSwap", spare)
  document.body.addEventListener("htmx:afterRequest", shown)
  const look = async () => {
    // A server that does not answer is told of when something is written.
    if (!document.hidden) await ask(news).catch(() => {})
    setTimeout(look, Number(newsEvery))
  }
  setTimeout(look, Number(newsEvery))
}
