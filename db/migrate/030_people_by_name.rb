# frozen_string_literal: true

# Who works in the shop, by name: a line each, with what each can do and when each is there.
class PeopleByName < ActiveRecord::Migration[7.2]
  def change
    add_column :settings, :people, :text, null: false, default: ""
  end
end
