# frozen_string_literal: true

require_relative "../../core_helper"

class WorkCautionsTest < CoreTest
  def cautions(kind, powder: nil)
    need = Work::Need.new(lines: [Work::NeedLine.new(name: :work, label: "on the work", value: 200r, unit: :g)], area_mm2: 1e6,
      film_mm: 0.2r, powder: powder)
    Care::CoatCautions.new(Plan::CoatPlan.new(Plan::CoatOrder
      .new(need: need, sheet: coating, room: Cure::Profile.constant(20), tins_c: 20, kind: kind))).all
  end

  def test_each_kind_of_work_tells_what_can_hurt
    Work::Kinds::ALL.each_value.reject { |one| one.cautions.empty? }.map(&:name).each do |kind|
      cautions(kind).select { |caution| caution.at == :work }.then do |told|
        refute_empty told, kind
        told.each { |caution| refute_empty caution.first }
      end
    end
    assert(cautions(:floor).any? { |caution| caution.says.include?("drinking water") })
    assert(cautions(:scarf).any? { |caution| caution.first.include?("surveyor") })
  end

  def test_powder_brings_its_dust
    Work::Filler::POWDERS.each_value do |powder|
      dust = cautions(:fillet, powder: [powder, 6.0]).find { |caution| caution.says.include?(powder.dust) }

      assert_includes dust.first, "mask"
    end
    assert_empty(cautions(:coat).select { |caution| caution.says.include?("powder") })
  end
end
