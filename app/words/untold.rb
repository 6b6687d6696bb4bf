# frozen_string_literal: true

module Dakren
  module Words
    # What is said of a tin that tells the ratio and nothing of time.
    UNTOLD = ["This tin says nothing of time: time the first batch.",
      "It can be weighed, mixed, walked and noted all the same; how long its first cup lasted is then what its clock is made from."].freeze
    # What is said of when the work is ready, then.
    UNTIMED = ["When it is ready nobody knows yet.",
      "Its tin says nothing of time: once its first batch is timed, the rest is planned from that."].freeze
  end
end
