# frozen_string_literal: true

require_relative "../../app_helper"

# Batches that were walked so, and what somebody tells of them afterwards.
module BookHelp
  include BenchHelp
  include Dakren

  def setup
    super
    stillwater.update!(learns: true)
  end

  # A batch of Stillwater, so long ago, out of its cup after so many minutes.
  def batch(grams: [52.7, 23.2], ago_h: 24, out_min: 14, ended: nil, room_c: 20.0, job: nil, lots: {}, mix_min: 5)
    sheet = Stores::Sheet.find_by!(resin: "Stillwater clear coat")
    record = Stores::Walks.start(sheet: sheet, name: "Try", job: job, total_g: 75.9, first: :resin, cup: Plan::USUAL_CUPS[2],
      room_c: room_c,
      tins_c: room_c, placing_min: 5.0, method: :scale)
    mixed(record, grams: grams, at: Stores::Now.now - (ago_h * 3600), out_min: out_min, ended: ended, room_c: room_c, lots: lots,
      mix_min: mix_min)
  end

  # That it went through its steps so.
  def mixed(record, grams:, at:, out_min: 14, ended: nil, room_c: 20.0, lots: {}, mix_min: 5)
    [[:done, { step: :tins, **lots }], [:done, { step: :gear }], [:done, { step: :ready }], [:done, { step: :tare }],
      [:weighed, { step: :first, reading_g: grams[0] }], [:weighed, { step: :second, reading_g: grams.sum, room_c: room_c,
                                                                      tins_c: room_c }]]
      .each { |kind, data| step(record, kind, at, data) }
    step(record, :done, at + (mix_min * 60), { step: :mix })
    step(record, :done, at + (mix_min * 60), { step: :second_cup }) if walk(record).step.name == :second_cup
    step(record, :done, at + (out_min * 60), { step: :pour_out, ended: ended }.compact)
    record.stand(walk(record))
    record
  end

  def walk(record)
    Stores::Walks.walk(record.reload)
  end

  def step(record, kind, at, data)
    record.note_all(after: walk(record).number, happened: [[kind, at, data]])
  end

  def record_path(record)
    "/book/batches/#{record.id}"
  end

  # What somebody tells of it on its page.
  def tell(record, act, **fields)
    get record_path(record)
    post record_path(record), { "authenticity_token" => hidden("authenticity_token"), "act" => act, "corrections" => hidden("corrections") }
      .merge(fields.transform_keys(&:to_s))
    last_response.status
  end

  def told_by_its_maker
    Document::SheetNumbers.build(stillwater.attributes.transform_keys(&:to_sym).except(:shop))
  end

  def stillwater
    Stores::Sheet.find_by!(resin: "Stillwater clear coat")
  end
end
