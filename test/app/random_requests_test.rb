# frozen_string_literal: true

require_relative "../app_helper"
require "nokogiri"

# Somebody who presses everything: links and forms as they stand on the pages, filled with what is there, with sense or with noise.
# Whatever comes, there is an answer, with bounded work, and the shop does not grow.
class RandomRequestsTest < AppTest
  REQUESTS = ENV["DAKREN_LONG"] ? 10_000 : 100
  MOST_WORK = 3_000_000
  STARTS = ["/", "/bench", "/shelf", "/settings", "/find/?q=a", "/shelf/new", "/stock/1", "/stock/buy",
    "/settings/tools/new?kind=pump", "/book", "/bin", "/looks", "/shift", "/shift/bag", "/offline", "/paper/batches/11", "/book/read-in",
    "/book/batches/1?seen=sticky", "/book/jobs/3?seen=bubbles"].freeze
  # Bytes the process may hold at the end above what it held when everything had been seen once.
  GROWTH_MB = 120

  def held_mb
    GC.start
    File.read("/proc/self/status")[/VmRSS:\s+(\d+)/, 1].to_i / 1000.0
  end

  def value_for(field)
    return field["value"].to_s if %w[hidden submit].include?(field["type"]) && chance.rand > 0.05

    case field.name
    when "select" then pick(field.css("option").map { |option| option["value"].to_s } + ["no such"])
    when "textarea" then pick([field.text, *NOISE, "0,20\n5,30"])
    else pick([field["value"].to_s, *NOISE, Check.plain(between(0.1, 3000).round(2)), "2026-11-24T09:00", "1 in"])
    end
  end

  # What a form sends: all its fields, or some of them.
  def filled(form)
    fields = form.css("input[name], select[name], textarea[name]").reject { |field| field["type"] == "file" }
    fields = fields.select { |field| field["type"] == "hidden" || chance.rand < 0.8 } if chance.rand < 0.5
    pairs = fields.filter_map do |field|
      next if %w[checkbox radio].include?(field["type"]) && chance.rand < 0.5

      kept = chance.rand < 0.7 && field.name == "input" ? field["value"].to_s : value_for(field)
      [field["name"], kept]
    end
    deed = form.css("button[name]").to_a.sample(random: chance)
    pairs << [deed["name"], deed["value"].to_s] if deed && chance.rand < 0.7
    pairs
  end

  def press(document)
    forms = document.css("form").to_a
    links = document.css("a[href^='/']").map { |link| link["href"] }
    button = document.css("button[formaction]").to_a.sample(random: chance)
    return visit(pick(STARTS)) if chance.rand < 0.05 || (forms + links).empty?
    return visit(links.sample(random: chance)) if links.any? && chance.rand < 0.4
    return posted(button["formaction"], [["authenticity_token", hidden("authenticity_token")]]) if button && chance.rand < 0.3

    form = forms.sample(random: chance) or return visit(pick(STARTS))
    if form["method"] == "post"
      posted(form["action"],
        filled(form))
    else
      visit("#{form["action"]}?#{URI.encode_www_form(words_only(filled(form)))}")
    end
  end

  def words_only(pairs)
    pairs.map { |name, value| [name, value.to_s.scrub("").delete("\0")] }
  end

  def visit(path)
    bounded(path) { get path }
  end

  def posted(path, pairs)
    header "X-Live", chance.rand < 0.5 ? "1" : nil
    bounded("POST #{path}") { post path, URI.encode_www_form(words_only(pairs)), "CONTENT_TYPE" => "application/x-www-form-urlencoded" }
  ensure
    header "X-Live", nil
  end

  def bounded(what, &)
    done = work(&)
    assert_operator done, :<, MOST_WORK, -> { "#{what}, seed #{Minitest.seed}" }
    refute_equal 500, last_response.status, -> { "#{what}, seed #{Minitest.seed}: #{last_response.errors.to_s.scrub("?")[0, 500]}" }
    follow_redirect! while last_response.redirect? && last_response["location"].to_s.start_with?("/")
  end

  def test_everything_pressed_at_random_is_answered
    visit("/")
    middle = nil
    REQUESTS.times do |i|
      press(Nokogiri::HTML(page))
      middle = held_mb if i == REQUESTS / 2
    end

    assert_operator held_mb - middle, :<, GROWTH_MB
  end
end
