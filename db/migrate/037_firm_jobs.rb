# frozen_string_literal: true

# Jobs that keep clear of each other and would chase each other for ever: whoever stands firm, at that revision of it, gives way to those
# before it only.
class FirmJobs < ActiveRecord::Migration[7.2]
  def change
    add_column :jobs, :firm_at, :integer
  end
end
