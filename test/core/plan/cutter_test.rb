# frozen_string_literal: true

require_relative "../../core_helper"

class LargestBatchTest < CoreTest
  def cutter(**more)
    Plan::Cutter.new(coating, start_c: 22, room_c: 22, placing_g_per_min: 90, **more)
  end

  def test_the_largest_batch_is_in_time_and_a_little_more_is_not
    [18, 22, 26, 30].each do |temp|
      cut = Plan::Cutter.new(coating, start_c: temp, room_c: temp, placing_g_per_min: 90)
      largest = cut.largest

      assert cut.in_time?(largest)
      more = cut.portion(largest.on_work_g * Rational(103, 100))

      refute more && cut.in_time?(more), "at #{temp}"
    end
  end

  def test_it_shrinks_as_it_gets_warmer
    sizes = [16, 20, 24, 28, 32].map { |temp| Plan::Cutter.new(coating, start_c: temp, room_c: temp, placing_g_per_min: 90).largest.mass_g }

    assert_equal sizes.sort.reverse, sizes
  end

  def test_a_tool_that_takes_little_makes_more_cups
    free = cutter.cut(2000)
    scale = cutter(most_g: 300).cut(2000)

    assert_operator scale.size, :>, free.size
    scale.each { |portion| assert_operator portion.mass_g, :<=, 300 }
    assert_operator cutter(most_g: 300).largest.mass_g, :<=, 300
    assert_equal 2000, scale.sum(&:on_work_g)
  end

  def test_a_hint_changes_no_answer
    20.times do
      need = between(50, 9000)
      right = cutter.cut(need)

      [1, 2, right.size, right.size + 1, 40].each { |hint| assert_equal right.size, cutter.cut(need, hint: hint).size }
    end
  end
end
