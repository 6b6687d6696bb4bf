# frozen_string_literal: true

module Dakren
  module Records
    # A photograph kept with its job.
    class Picture < Base
      belongs_to :job, class_name: "Dakren::Records::Job"
    end
  end
end
