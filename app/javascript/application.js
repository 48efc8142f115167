import { Application } from RAILS_ASSET_URL("stimulus.js")
import htmx from RAILS_ASSET_URL("htmx.js")
import Busy from RAILS_ASSET_URL("controllers/busy.js")
import Canvas from RAILS_ASSET_URL("controllers/canvas.js")
import Cards from RAILS_ASSET_URL("controllers/cards.js")
import Command from RAILS_ASSET_URL("controllers/command.js")
import Copy from RAILS_ASSET_URL("controllers/copy.js")
import Filter from RAILS_ASSET_URL("controllers/filter.js")
import Grid from RAILS_ASSET_URL("controllers/grid.js")
import Keys from RAILS_ASSET_URL("controllers/keys.js")
import Leave from RAILS_ASSET_URL("controllers/leave.js")
import Quick from RAILS_ASSET_URL("controllers/quick.js")
import Selection from RAILS_ASSET_URL("controllers/selection.js")
import Toasts from RAILS_ASSET_URL("controllers/toasts.js")
import Upload from RAILS_ASSET_URL("controllers/upload.js")

const controllers = {
  busy: Busy, canvas: Canvas, cards: Cards, command: Command, copy: Copy, filter: Filter, grid: Grid,
  keys: Keys, leave: Leave, quick: Quick, selection: Selection, toasts: Toasts, upload: Upload
}
const application = Application.start()
Object.entries(controllers).forEach(([name, controller]) => application.register(name, controller))

// One place through which the controllers reach the server: htmx puts the answer where it belongs.
window.kelvath = {
  send: (verb, url, values = {}) => htmx.ajax(verb, url, { source: document.body, swap: "none", values })
}
window.htmx = htmx
