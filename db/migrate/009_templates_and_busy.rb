# frozen_string_literal: true

# Jobs kept as templates, and when each job takes the crew, so that others keep clear of it.
class TemplatesAndBusy < ActiveRecord::Migration[7.2]
  def change
    add_column :jobs, :template, :boolean, null: false, default: false
    add_column :jobs, :busy, :text, null: false, default: "[]"
  end
end
