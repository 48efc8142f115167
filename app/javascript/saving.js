import htmx from RAILS_ASSET_URL("htmx.js")

// What could not be sent is kept here, in order, and sent again by itself when the server answers again. While
// something waits, a line at the top of the page says so, its places are marked, and leaving the page asks.
const PAUSES = [1000, 2000, 4000, 8000] // ms between two tries; the last one goes on
const TRIES = 3 // of a write at which the server itself fails

const outbox = []
let pauses = 0
let timer = null
let sending = null // the entry that is being sent again

const writes = (config) => config.verb !== "get"
const lost = (xhr) => xhr.status === 0 || [502, 503, 504].includes(xhr.status)
const waits = (detail) =>
  writes(detail.requestConfig) &&
  (lost(detail.xhr) || detail.xhr.status >= 500 || Boolean(detail.xhr.getResponseHeader("X-Fresh-Token")))

// The values of a request, those that occur several times as lists.
function valuesOf(config) {
  const values = {}
  for (const [name, value] of config.formData.entries())
    values[name] = name in values ? [].concat(values[name], value) : value
  return values
}

function keep(config, place, reason) {
  const entry = {
    verb: config.verb,
    path: config.path,
    values: valuesOf(config),
    place: place === document.body ? null : place,
    tries: 0,
    reason
  }
  outbox.push(entry)
  entry.place?.classList.add("waiting-to-be-saved")
  show()
  plan()
}

function settle(entry, successful) {
  outbox.splice(outbox.indexOf(entry), 1)
  sending = null
  if (successful) passOn(entry)
  pauses = 0
  entry.place?.classList.remove("waiting-to-be-saved")
  show()
  document.body.dispatchEvent(
    new CustomEvent("saving:settled", { detail: { verb: entry.verb, path: entry.path, successful } })
  )
  if (outbox.length) next()
}

// Whoever waited has seen what was saved meanwhile: what comes later to the same field does not clash with it.
function passOn(entry) {
  if (!("seen" in entry.values) || !("value" in entry.values)) return
  const { value } = entry.values
  outbox
    .filter(
      ({ path, values }) => path === entry.path && values.field === entry.values.field && "seen" in values
    )
    .forEach((later) => (later.values.seen = value))
  if (entry.place?.matches?.("input, textarea, select")) remember(entry.place, value)
}

function plan() {
  if (timer) return
  timer = setTimeout(
    () => {
      timer = null
      tryAgain()
    },
    PAUSES[Math.min(pauses, PAUSES.length - 1)]
  )
  pauses += 1
}

// Asks whether the server is there, then sends what waits.
async function tryAgain() {
  if (!outbox.length || sending) return
  const there = await fetch("/up", { cache: "no-store" }).then(
    (reply) => reply.ok,
    () => false
  )
  there ? next() : plan()
}

function next() {
  const entry = outbox[0]
  if (!entry || sending) return
  sending = entry
  entry.tries += 1
  htmx
    .ajax(entry.verb, entry.path, {
      source: document.body,
      swap: "none",
      values: { ...entry.values, resent: entry.tries }
    })
    ?.catch(() => {}) // what became of it is heard by answered
}

// A session that has ended is begun anew: the page gets its token, and what was refused is sent with it.
function renew(xhr) {
  const token = xhr.getResponseHeader("X-Fresh-Token")
  if (token)
    document.body.setAttribute(
      "hx-headers",
      JSON.stringify({ ...JSON.parse(document.body.getAttribute("hx-headers")), "X-CSRF-Token": token })
    )
  return Boolean(token)
}

function answered(event) {
  const { xhr, requestConfig, elt } = event.detail
  if (!writes(requestConfig)) return
  const renewed = renew(xhr)
  const entry = sending && requestConfig.path === sending.path && "resent" in valuesOf(requestConfig) ? sending : null
  if (!waits(event.detail)) {
    if (event.detail.successful && elt.matches?.("input, textarea")) saved(elt, requestConfig)
    return entry ? settle(entry, event.detail.successful) : undefined
  }
  if (!entry) return keep(requestConfig, elt, lost(xhr) ? "away" : renewed ? "session" : "failed")
  entry.reason = lost(xhr) ? "away" : renewed ? "session" : "failed"
  sending = null
  if (entry.reason === "away" || entry.tries < TRIES) {
    show()
    plan()
  } else {
    entry.stuck = true
    show()
  }
}

// What was saved is what the next change of the same field has seen.
function saved(field, config) {
  field.defaultValue = field.value
  remember(field, config.formData.get(field.name) ?? "")
}

function remember(field, text) {
  const values = field.getAttribute("hx-vals")
  if (values?.includes('"seen"')) field.setAttribute("hx-vals", JSON.stringify({ ...JSON.parse(values), seen: text }))
}

// While something waits, what comes after it waits behind it.
function hold(event) {
  const { requestConfig, elt } = event.detail
  if (!outbox.length || !writes(requestConfig) || "resent" in valuesOf(requestConfig)) return
  event.preventDefault()
  keep(requestConfig, elt, outbox[0].reason)
}

function show() {
  const line =
    document.getElementById("connection") ||
    Object.assign(document.createElement("div"), { id: "connection", hidden: true })
  if (!line.isConnected) {
    line.setAttribute("role", "alert")
    document.body.prepend(line)
  }
  line.hidden = outbox.length === 0
  if (line.hidden) return
  const count = outbox.length === 1 ? "One change waits" : `${outbox.length} changes wait`
  const why = {
    away: "The server does not answer.",
    session: "Your session had ended; a new one has begun.",
    failed: "The server could not keep the last change."
  }[outbox[0].reason]
  const then = outbox[0].stuck
    ? "It stays on this page; try again, or copy it before you leave."
    : "What you typed stays here and is sent as soon as that is possible."
  const again = Object.assign(document.createElement("button"), {
    type: "button",
    textContent: "Try now",
    className: "connection-button"
  })
  again.addEventListener("click", () => {
    clearTimeout(timer)
    timer = null
    outbox[0].tries = 0
    tryAgain()
  })
  line.replaceChildren(`${why} ${count}. ${then}`, again)
}

// Text that stands on the page and nowhere else.
function unsaved() {
  const fields = [
    ...document.querySelectorAll(
      "[hx-patch], [data-writes], [data-cell-of], td[data-cell] input, #quick-line, #paragraphs"
    )
  ].filter((field) => field.matches("input:not([type=checkbox]), textarea"))
  return (
    fields.some((field) => field.value !== field.defaultValue) ||
    [...document.querySelectorAll(".sentence-text")].some(
      (sentence) => sentence.textContent.trim() !== sentence.dataset.said.trim()
    )
  )
}

export function startSaving() {
  document.body.addEventListener("htmx:afterRequest", answered)
  document.body.addEventListener("htmx:beforeRequest", hold)
  window.addEventListener("online", () => tryAgain())
  window.addEventListener("beforeunload", (event) => {
    if (outbox.length || unsaved()) event.preventDefault()
  })
}

export { waits }
