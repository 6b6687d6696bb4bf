// Taken along: where a batch stands after what was pressed for it, and what its clock says. Nothing here touches the page or the network.
import { Outbox } from "./outbox.js";

const PARTS = { resin: "hardener", hardener: "resin" };

// "12,5" and "12.5" alike; NaN where it is no number.
export const number = (text) => {
  const plain = String(text ?? "").trim().replace(",", ".").replace(/\s*[^\d.eE+-]+$/, "");
  return plain === "" ? NaN : Number(plain);
};

// How it stands: which card is on, what went in, when its parts met and when it was poured out.
export function standing(item, presses) {
  const is = { at: 0, amounts: {}, last: 0, met: null, poured: null, mend: null, over: false, warmth: {} };
  for (const press of presses) step(item, is, press);
  return is;
}

export function card(item, is) {
  if (is.over) return null;
  if (is.mend) return is.mend;
  const found = item.cards[is.at];
  return found ? withAmounts(item, is, found) : null;
}

function step(item, is, press) {
  if (press.act === "abandoned") is.over = true;
  if (press.act !== "next") return;
  const on = card(item, is);
  if (!on) return;
  // A cup left untared: what stands on the scale from then on.
  if (on.step === "tare" && Number.isFinite(number(press.reading))) is.last = number(press.reading) / item.per_unit;
  if (on.part && press.reading) take(item, is, on, number(press.reading) / item.per_unit);
  if (on.step === "second") {
    is.met ||= press; // of strokes the first
    if (press.room || press.warmth) is.warmth = { room: celsius(item, press.room), tins: celsius(item, press.warmth) };
  }
  if (on.step === "pour_out") is.poured = press;
  const mend = ["second", "mend"].includes(on.step) ? toMend(item, is) : null;
  if (mend) {
    is.mend = mend;
    return;
  }
  is.mend = null;
  is.at += 1;
  if (is.at >= item.cards.length) is.over = true;
}

function take(item, is, on, reading) {
  if (!Number.isFinite(reading)) return;
  is.amounts[on.part] = (is.amounts[on.part] || 0) + reading - on.from;
  if (!on.own) is.last = reading;
}

// The second part goes by what really went in of the first.
function withAmounts(item, is, on) {
  if (!on.part) return on;
  const other = is.amounts[PARTS[on.part]];
  const meant = on.step === "second" && other && item.parts ? other * item.parts[on.part] / item.parts[PARTS[on.part]] : on.meant;
  const from = on.own ? 0 : is.last ? is.last + (on.between || 0) : on.from;
  return { ...on, meant, from, target: shown(item, from + meant) };
}

// Off its ratio by more than its data sheet forgives: what brings it back.
function toMend(item, is) {
  const { resin, hardener } = is.amounts;
  if (!item.parts || !(resin > 0) || !(hardener > 0)) return null;
  const index = (resin * item.parts.hardener) / (hardener * item.parts.resin);
  if (index <= item.highest && index >= item.lowest) return null;
  const part = index > item.highest ? "hardener" : "resin";
  const meant = part === "hardener" ? (resin * item.parts.hardener) / item.parts.resin - hardener : (hardener * item.parts.resin) / item.parts.hardener - resin;
  const off = Math.round(Math.abs(index > 1 ? index - 1 : 1 / index - 1) * 100);
  return {
    step: "mend", title: "put it right", part, meant, from: is.last, own: is.last === 0, target: shown(item, is.last + meant), next: `The ${part} is in`, fields: [{ name: "reading", label: "what the scale shows" }],
    heading: `${off} % too little ${part}. Add ${shown(item, meant)} of ${part}, until the scale shows`, told: ["What does not fit the cup any more, or cannot be stirred in time, is thrown out."],
  };
}

export const shown = (item, amount) => `${(amount * item.per_unit).toFixed(item.decimals)} ${item.unit}`;

// Is what was typed for a part to be believed? Answers why not.
export function doubt(item, on, text) {
  const unit = String(text ?? "").trim().match(/[^\d.,+\-\s].*$/)?.[0];
  if (unit && unit !== item.unit) return `must be in ${item.unit}, as this scale shows it`;
  const reading = number(text) / item.per_unit;
  if (!Number.isFinite(reading)) return "must be a number, what the scale shows now";
  if (reading <= on.from) return `must be above ${shown(item, on.from)}, what it showed before`;
  return null;
}

// Far from what was meant: asked about once.
export const unlikely = (on, reading) => (reading - on.from) / on.meant < 0.33 || (reading - on.from) / on.meant > 3;

// Nothing, where it is no temperature, or of another scale than these two.
function celsius(item, text) {
  const [, figure, after] = String(text ?? "").match(/^([^a-z°]*)([^]*)$/i);
  const unit = (after.trim() || item.bare_temperature).match(/^(?:°|deg)?\s*([cf])(?:elsius|ahrenheit)?$/i)?.[1].toUpperCase();
  const told = number(figure);
  if (!Number.isFinite(told) || !unit) return null;
  return unit === "F" ? (told - 32) / 1.8 : told;
}

const COLDEST_C = -40;
const HOTTEST_C = 120;

// Is what was typed for a warmth one? Answers why not.
export function noWarmth(item, text) {
  if (String(text ?? "").trim() === "") return null;
  const told = celsius(item, text);
  if (told !== null && told >= COLDEST_C && told <= HOTTEST_C) return null;
  const [least, most] = [COLDEST_C, HOTTEST_C].map((temp) => (item.bare_temperature === "F" ? temp * 1.8 + 32 : temp));
  return `must be a temperature in °C or °F, ${least} to ${most} °${item.bare_temperature}`;
}

export const minutesSince = (press) => Outbox.ago(press) / 60;

// Minutes it lasts in its cup, early and late: for the warmth that was told, else for the coldest to the hottest it may be.
export function usable(item, warmth) {
  if (!item.usable) return null;
  const rows = item.usable.map((row) => across(item.rooms_c, row, warmth.room));
  return across(item.tins_c, rows, warmth.tins);
}

// The same of a stage on the work, which goes by the room.
export function stage(item, name, warmth) {
  return item.work ? across(item.rooms_c, item.work.map((one) => one[name]), warmth.room) : null;
}

// Between bands that are known, by their logarithms; without a temperature from the shortest to the longest.
function across(temps, bands, temp) {
  const known = temps.map((at, i) => [at, bands[i]]).filter(([, band]) => band);
  if (!known.length) return null;
  if (temp === null || temp === undefined) return [Math.min(...known.map(([, band]) => band[0])), Math.max(...known.map(([, band]) => band[1]))];
  const after = known.findIndex(([at]) => at >= temp);
  if (after <= 0) return known[after < 0 ? known.length - 1 : 0][1];
  const [[low, one], [high, two]] = [known[after - 1], known[after]];
  const share = (temp - low) / (high - low);
  return [0, 1].map((i) => Math.exp(Math.log(one[i]) * (1 - share) + Math.log(two[i]) * share));
}
