# frozen_string_literal: true

require_relative "../core_helper"

# The style sheet: one file a part, every selector stated once in its place, every colour from one list, and no class that nothing uses.
class StylesTest < CoreTest
  APP = File.expand_path("../../app", __dir__)
  PARTS = Dir[File.join(APP, "assets", "styles", "*.css")].freeze
  HEX = /#\h{3,8}\b/

  # Rules of a text of CSS, each with the at-rules it stands in.
  # @return [Array<Array(Array<String>, String)>]
  def rules(css, within = [])
    found = []
    css = css.gsub(%r{/\*.*?\*/}m, "")
    until (open = css.index("{")).nil?
      shut = closing(css, open)
      prelude = css[0...open].split(";").last.to_s.strip
      body = css[(open + 1)...shut]
      if prelude.start_with?("@media", "@layer", "@supports") then found.concat(rules(body, [*within, prelude]))
      elsif !prelude.start_with?("@") then found.concat(selectors(prelude).map { |one| [within, one] })
      end
      css = css[(shut + 1)..]
    end
    found
  end

  def closing(css, open)
    depth = 0
    (open...css.length).find { |i| (depth += { "{" => 1, "}" => -1 }.fetch(css[i], 0)).zero? }
  end

  def selectors(prelude)
    prelude.scan(/(?:[^,(]|\([^)]*\))+/).map { |one| one.strip.squeeze(" ") }
  end

  def stated
    PARTS.flat_map { |file| rules(File.read(file)) }
  end

  def test_every_selector_is_stated_once
    twice = stated.tally.select { |_, count| count > 1 }.keys

    assert_operator stated.size, :>, 400
    assert_empty(twice.map { |within, selector| "#{selector} #{within.drop(1).join(" ")}" })
  end

  def test_colours_stand_in_one_list
    stray = PARTS.reject { |file| file.end_with?("tokens.css") }.flat_map do |file|
      File.readlines(file).grep(HEX).map { |line| "#{File.basename(file)}: #{line.strip[0, 80]}" }
    end

    assert_empty stray
    tokens = File.read(PARTS.find { |file| file.end_with?("tokens.css") })
    told = tokens.scan(/--color-[\w-]+: (#\h+);/).flatten

    assert_empty told.tally.select { |_, count| count > 1 }.keys
    assert_empty tokens.sub(/@theme \{.*?\}/m, "").scan(HEX)
  end

  def test_every_class_is_used
    used = Dir[File.join(APP, "**", "*.{erb,rb,js}")].map { |file| File.read(file) }.join
    classes = stated.flat_map { |_, selector| selector.scan(/\.(-?[a-z][\w-]*)/i).flatten }.uniq

    assert_empty(classes.reject { |name| used.match?(/(?<![\w-])#{Regexp.escape(name)}(?![\w-])/) || made_up?(name, used) })
  end

  # Classes put together from a beginning and what it is: mood-past, grade-hot.
  def made_up?(name, used)
    name.include?("-") && used.match?(/(?<![\w-])#{Regexp.escape(name[/\A.*-/])}(?:<%|#\{)/)
  end
end
