# frozen_string_literal: true

require_relative "../browser_helper"

# Somebody who has nothing yet: an empty shop to the first grams in at most three presses and seven fields.
class EmptyShopTest < BrowserTest
  by_turns

  def self.shop
    @shop ||= Served.new("--empty").start.tap { |shop| Minitest.after_run { shop.stop && FileUtils.remove_entry(shop.data) } }
  end

  def test_an_empty_shop_comes_to_the_first_grams
    visit "/"
    presses = [["a", "Plan a new job"], ["button", "Coat"]].each { |tag, words| find(tag, text: words, match: :first).click }.size
    typed = { "f-p1-s1-length" => "800", "f-p1-s1-width" => "450", "f-c1-film" => "0.2", "f-new_name-c1" => "Brook clear + slow",
              "f-new_ratio-c1" => "2 : 1", "f-new_pot-c1" => "25 min" }
    typed.each { |id, text| type(id, text, pause: 0.06) }
    click_button "put it on the shelf"
    presses += 1

    assert_selector ".answers", text: "mix in all"
    # 0.8 m × 0.45 m × 0.2 mm = 72 ml; without densities 1.12 g/ml are assumed: 80.6 g on the work.
    assert_selector ".answers", text: /8\d\.\d g/
    assert_operator presses, :<=, 3
    assert_operator typed.size, :<=, 7
    assert_accessible "the first job of an empty shop"
    ["/bench", "/shelf", "/settings", "/"].each do |path|
      visit path
      assert_accessible "#{path} of an empty shop"
    end
  end
end
