# frozen_string_literal: true

require_relative "../browser_helper"
require "base64"
require_relative "../../app/formats/picture"

# A telephone writes a picture lying and how to turn it: it is as large here as the browser shows it.
class PhotographTest < BrowserTest
  by_turns

  MADE = "const c = document.createElement('canvas'); c.width = 64; c.height = 32; const g = c.getContext('2d'); " \
         "g.fillStyle = 'red'; g.fillRect(0, 0, 32, 32); return c.toDataURL('image/jpeg', 0.9)"
  SEEN = "const [d, done] = arguments; const i = new Image(); i.onload = () => done([i.naturalWidth, i.naturalHeight]); " \
         "i.src = 'data:image/jpeg;base64,' + d"

  # The same picture with a mark how it is to be turned.
  def turned(jpeg, orientation)
    tiff = "MM\x00*".b + [8].pack("N") + [1].pack("n") + [0x0112, 3, 1].pack("nnN") + [orientation, 0].pack("nn") + [0].pack("N")
    jpeg.byteslice(0, 2) + "\xFF\xE1".b + [8 + tiff.bytesize].pack("n") + "Exif\0\0".b + tiff + jpeg.byteslice(2..)
  end

  def test_all_eight_ways_a_telephone_is_held
    jpeg = Base64.decode64(in_empty_page { page.driver.browser.execute_script(MADE) }.split(",").last)
    (1..8).each do |orientation|
      made = turned(jpeg, orientation)
      found = Dakren::Formats::Picture.kind(made)
      seen = in_empty_page { page.driver.browser.execute_async_script(SEEN, Base64.strict_encode64(made)) }

      assert_equal seen, [found.width, found.height], orientation
      assert_equal orientation > 4 ? [32, 64] : [64, 32], seen
    end
  end

  def test_an_upright_photograph_lies_upright_under_the_drawing
    jpeg = Base64.decode64(in_empty_page { page.driver.browser.execute_script(MADE) }.split(",").last)
    file = File.join(Dir.mktmpdir("dakren-photo"), "upright.jpg")
    File.binwrite(file, turned(jpeg, 6))
    visit "/"
    click_link "Plan a new job"
    click_button "Coat"
    click_link "large, or trace a photograph"
    attach_file "Photograph to trace (PNG, JPEG, WebP)", file
    click_button "use as background"
    picture = find(".table-surface svg image", visible: :all)

    assert_in_delta 2.0, Float(picture["height"]) / Float(picture["width"]), 0.01
  end

  private

  # Pages of the shop show no pictures from elsewhere; an empty one shows any.
  def in_empty_page
    page.driver.browser.get("data:text/html,<p>empty</p>")
    yield
  end
end
