# frozen_string_literal: true

module Dakren
  module Stores
    # A photograph kept with its job.
    class Picture < Base
      belongs_to :job, class_name: "Dakren::Stores::Job"
    end
  end
end
