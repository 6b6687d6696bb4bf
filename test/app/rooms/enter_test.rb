# frozen_string_literal: true

require_relative "../../app_helper"
require "nokogiri"

# Enter, and a phone's Go, press the first button of a form: in every form that is what the form is for, never a way back or a removal.
class EnterTest < AppTest
  # What a form may do on Enter, beside a form with one button alone.
  FORWARD = /sr-only|(?:\A| )press(?: |\z)/

  def pages
    Stores::Batch.running.to_a.then do |running|
      %w[/ /jobs/new /bench /shelf /shelf/new /settings /settings/tools/new?kind=scale /find/?q=x] +
        Stores::Job.limit(6).pluck(:id).flat_map { |id| ["/jobs/#{id}", "/plan/#{id}/compare", "/table/#{id}/p1"] } +
        Stores::Sheet.limit(2).pluck(:id).flat_map { |id| ["/shelf/#{id}", "/stock/#{id}"] } +
        ["/book", "/bin", "/looks", "/shift", "/shift/bag", "/offline", "/paper/batches/11", "/book/read-in",
          "/book/batches/1?seen=sticky", "/book/jobs/3?seen=bubbles"] +
        ["/stock/tins/#{Stores::Tin.first.id}", "/stock/buy", "/stock/takes"] +
        Stores::Tool.pluck(:id).map { |id| "/settings/tools/#{id}" } +
        (running + Stores::Batch.finished.to_a).map { |one| "/bench/#{one.id}" }
    end
  end

  def submits(form)
    form.css("button, input[type=submit]").reject { |button| button["type"] == "button" || button["form"] }
  end

  def typed_in?(form)
    form.css("input, select").any? { |field| !%w[hidden radio checkbox file submit].include?(field["type"]) }
  end

  def test_the_first_button_of_every_form_is_what_the_form_is_for
    forms = 0
    # Every other page, the others next time.
    looked = ENV["DAKREN_LONG"] ? pages : pages.select.with_index { |_, i| (i + Minitest.seed).even? }
    looked.each do |path|
      get path
      next if last_response.status == 404

      assert_equal 200, last_response.status, path
      Nokogiri::HTML5(page).css("form").each do |form|
        buttons = submits(form)
        next if buttons.size < 2 || !typed_in?(form)

        forms += 1
        assert_match FORWARD, buttons.first["class"].to_s, "#{path}: #{buttons.first.to_html[0, 120]}"
        refute_includes %w[back abandoned undo], buttons.first["value"], path
      end
    end
    assert_operator forms, :>, 5
  end
end
