// What every page loads: each part says on which page it is of use, and does nothing elsewhere.
import "./live.js";
import "./unsent.js";
import "./live_form.js";
import "./bench.js";
import "./card_size.js";
import "./lists.js";
import "./cure_line.js";
import "./week.js";
import "./drawing.js";
import "./photograph.js";
import "./bag.js";
import "./everywhere.js";
