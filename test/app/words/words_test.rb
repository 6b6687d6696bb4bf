# frozen_string_literal: true

require_relative "../../app_helper"

# What every page says, read as a stranger reads it.
class WordsTest < AppTest
  by_turns :test_no_step_of_the_bench_says_what_nobody_says

  ODD = {
    "one of several" => %r{(?<![\d.,/])\b1 (?:plies|cups|coats|lifts|corners|loops|weighings|soundings|tickets|widths)\b},
    "a span from a time to itself" => /\b(\d+(?:\.\d+)? (?:h|min|d)) (?:to|–) \1\b(?! \d)/,
    "a sentence that begins with a colon" => /(?:\A|[.?!]|<p[^>]*>|<li>|<td>|<b>)\s*:\s+\w/,
    "an amount that are" => /Amount are/
  }.freeze

  # Words nobody says across a bench, with the better one beside them in the house's list.
  RETIRED = {
    "ticket" => /\btickets?\b/i, "hand over" => /\bhand(?:ed)?[ -]over\b/i, "sounding" => /\bsoundings?\b/i, "forgives" => /\bforgives?\b/i,
    "witness" => /\bwitness/i, "stand-in" => /\bstand-ins?\b/i, "on tack" => /\bon tack\b/i, "onto abraded" => /\bonto abraded\b/i,
    "drinks" => /\bdr(?:inks|unk by)\b/i, "kept by the tool" => /\bkept by the tool\b/i, "rougher by" => /\brougher by\b/i,
    "mend" => /\bmend(?:s|ed|ing)?\b/i, "the crew has time only at" => /\bcrew has time\b/i, "add a pass" => /\badd a pass\b/i,
    "add a place" => /\badd a place\b/i, "tins at" => /\btins at\b/i, "the sheet" => /(?<!data )\b(?:the|this) sheet\b/i,
    "cup 1 of 2" => /\bcup \d+ of\b/i, "cups on the go" => /\bcups on the go\b/i, "just mix a cup" => /\bjust mix a cup\b/i,
    "what moved" => /\bwhat moved\b/i, "read in" => /\bread (?:it )?in\b/i, "take it as it is" => /\btake it as it is\b/i,
    "bin this cup" => /\bbin this cup\b/i, "is heard" => /\bis heard\b/i, "not minded" => /\bnot minded\b/i,
    "kept clear of" => /\bkept clear of\b/i, "best at" => /\bbest at\b/i, "onto the last" => /\bonto the last\b/i,
    "hottest in service" => /\bhottest in service\b/i, "cast in" => /\bcast in\b/i, "taken away" => /\btak(?:e|en) .{0,30}\baway\b/i,
    "warm the tins" => /\bwarm the tins\b/i, "bubble pass" => /\bbubble pass\b/i, "pot margin" => /\bpot margin\b/i,
    "pretends" => /\bpretend/i, "a hand is needed" => /\bhand is needed\b/i, "cast void" => /\bcast void\b/i,
    "primer under a bond" => /\bprimer under a bond\b/i, "by itself" => /\bmin by itself\b/i,
    "four times in five" => /\bfour times in five\b/i, "Nothing earlier" => /\bNothing earlier\b/, "carried by" => /\bcarried by\b/i,
    "won't cure until warmer" => /\bcure until warmer\b/i, "off-sheet" => /\boff-sheet\b/i,
    "at worst rich" => /\bat worst [\d.]+ % rich\b/i,
    "actual resin" => /\bactual (?:resin|hardener)\b/i, "Another device has just" => /\bAnother device has just\b/,
    "not more than its last line" => /\bmore than its last line\b/i, "kept from setting" => /\bkept from setting\b/i,
    "since the sheet is silent" => /\bsheet is silent\b/i, "I know" => /\bI know\b/
  }.freeze

  def test_no_page_says_what_nobody_says
    Devices.connected = Devices::Connected.new
    paths = sparse_jobs + ["/", "/jobs/new", "/bench", "/shelf", "/shelf/new", "/settings", *Stores::Job.ids.map { |id| "/jobs/#{id}" },
      "/plan/3/compare", "/table/2/c1/templates", "/table/9/p1", "/paper/10", "/paper/8/cards", *Stores::Batch.ids.map do |id|
                                                                                                  "/bench/#{id}"
                                                                                                end,
      *Stores::Sheet.ids.flat_map { |id| ["/shelf/#{id}", "/stock/#{id}"] }, *Stores::Tin.ids.first(4).map { |id| "/stock/tins/#{id}" },
      "/book", "/bin", "/looks", "/shift",
      "/shift/bag", "/offline", "/paper/batches/11", "/book/read-in", "/book/jobs/3?seen=bubbles", "/paper/11/story", "/history/11",
      *Faults::SIGNS.keys.map { |seen| "/book/batches/11?seen=#{seen}" },
      "/stock/buy", "/stock/takes?jobs[]=8&jobs[]=3", "/stock/labels?tins[]=1"]
    # All of them with --long, every second one of them else.
    paths = paths.select.with_index { |_, i| (i + Minitest.seed).even? } unless ENV["DAKREN_LONG"]
    paths.each do |path|
      get path

      assert_equal 200, last_response.status, path
      refute_retired path
      refute_odd path
    end
  end

  def refute_retired(path)
    text = words
    RETIRED.each do |what, pattern|
      # What stands about it is looked for only where it stands.
      refute_match pattern, text, -> { "#{path} says #{what}: #{text[/.{0,50}#{pattern}.{0,30}/]}" }
    end
  end

  def refute_odd(path)
    plain = page.gsub(%r{<(?:svg|script).*?</(?:svg|script)>}m, " ")
    [plain.gsub(/<(?!p\b|li>|td>|b>)[^>]+>/, " "), words].each do |text|
      ODD.each do |what, pattern|
        assert_nil text[pattern]&.then { |found| "#{what}: #{text[/.{0,60}#{Regexp.escape(found)}.{0,40}/m]}" }, path
      end
    end
  end

  # Every step of the bench, for paste, cloth, castings and coats, poured too much on the way.
  def test_no_step_of_the_bench_says_what_nobody_says
    Devices.connected = Devices::Connected.new
    { "Stillwater clear coat" => "clear", "Deepholm cast D50" => "cast", "Cobble bonding paste" => "paste", "Granite floor 210" => "floor" }
      .each do |resin, hardener|
      get "/bench"
      post "/bench/one-off", { "authenticity_token" => hidden("authenticity_token"), "amount" => "200 g", "method" => "scale",
                             "sheet" => sheet_id(resin, hardener), "room" => "20",
                             "powder" => resin.start_with?("Cobble") ? "spreadable" : "" }
      path = last_response["location"]
      get path
      seen = []
      18.times do
        refute_retired path
        break unless hidden("step")

        seen |= [hidden("step")]
        reading = { "first" => "150", "second" => "320", "mend" => "900" }[hidden("step")]
        post path, { "authenticity_token" => hidden("authenticity_token"), "after" => hidden("after"), "step" => hidden("step"),
                     "act" => seen.last == "mend" ? "accepted" : "next", "why" => "a try", "reading" => reading.to_s }
        follow_redirect! if last_response.redirect?
      end

      assert_operator seen.size, :>=, 7, "#{resin}: #{seen}"
      assert_nil hidden("step"), "#{resin} was not walked to its record"
    end
  end

  # Names that read wrong by themselves: nothing was typed, or only one of a thing is there.
  def sparse_jobs
    [new_job(name: "", length: "200", width: "100"), new_job(name: "One lift", "p1-form" => "void", "p1-depth" => "20", length: "300",
      width: "80", sheet: sheet_id("Deepholm cast D50", "cast"), "c1-kind" => "cast"),
      new_job(name: "One ply", "c1-kind" => "laminate", sheet: sheet_id("Reedmark L20 laminating", "slow"),
        "c1-cloths" => { "0" => { "areal" => "200", "plies" => "1", "direction" => "" } })]
  end

  def test_too_much_to_cut_by_eye_is_said_in_one_piece
    get "/bench"
    post "/bench/one-off", {
      "authenticity_token" => hidden("authenticity_token"), "amount" => "2 kg", "sheet" => sheet_id("Cobble bonding paste", "paste"),
      "tins" => "20", "room" => "20", "method" => "eye"
    }

    assert_includes words, "Amount is too much to be cut by eye"
  end
end
