# frozen_string_literal: true

# Tests for which it is always the same moment, whatever day it is: NOW of the class, seconds of the clock on the wall.
module ClockHelp
  def setup
    super
    now = self.class::NOW
    @real_wall = Dakren::Stores::Now.method(:wall)
    Dakren::Stores::Now.define_singleton_method(:wall) { now }
  end

  def teardown
    Dakren::Stores::Now.define_singleton_method(:wall, @real_wall)
    super
  end
end
