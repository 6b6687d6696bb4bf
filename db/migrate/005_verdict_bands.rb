# frozen_string_literal: true

# What a sheet itself says of a mix that missed its ratio, where it says so.
class VerdictBands < ActiveRecord::Migration[7.2]
  def change
    %i[weak_from_index scratches_from_index rubbery_from_index soft_from_index].each { |name| add_column :sheets, name, :float }
  end
end
