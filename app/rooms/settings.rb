# frozen_string_literal: true

module Dakren
  module Rooms
    # Settings: how this shop likes things.
    class Settings < Room
      get "/" do
        show(Desk::SettingsForm.of(settings_row))
      end

      post "/" do
        form = Desk::SettingsForm.new(typed, page_system)
        unless form.valid?
          status 422
          return show(form)
        end
        settings_row.update!(form.columns)
        redirect "/settings?saved=1", 303
      end

      helpers do
        def show(form)
          @title = "Settings"
          @form = form
          @saved = word("saved") == "1"
          erb :"settings/page"
        end
      end
    end
  end
end
