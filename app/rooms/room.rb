# frozen_string_literal: true

module Dakren
  module Rooms
    # What all rooms share: views, typed parameters, figures and fields.
    class Room < Sinatra::Base
      set :views, __dir__
      set :erb, escape_html: true
      set :show_exceptions, false
      set :raise_errors, false
      set :dump_errors, true
      set :logging, false
      set :protection, false
      set :host_authorization, {}
      set :static, false
      set :add_charset, %w[text/html]
      disable :sessions, :absolute_redirects

      # A parameter that is no text, or text that is no UTF-8.
      class BadParameter < StandardError; end

      before { response["cache-control"] = "no-store" }

      not_found { page("There is nothing here", "The address leads nowhere; what you were looking for may have been removed.", 404) }
      error(BadParameter, Sinatra::BadRequest) do
        page("That could not be read", "The address or the form holds something that is no text.", 400)
      end
      error do
        page("Something broke on our side",
          "Nothing you typed before was lost. Go back and try again; if it stays, the log beside the program says why.", 500)
      end

      helpers do
        def settings_row
          @settings_row ||= Stores::Settings.shop
        end

        # The zone the shop is in.
        # @return [ActiveSupport::TimeZone]
        def zone
          @zone ||= Document::Zones.of(settings_row.zone)
        end

        def wording
          @wording ||= Words::Wording.new(settings_row.units)
        end

        # Everything typed into the form, words and rows alike, as text that can be kept.
        def typed
          @typed ||= clean(params.to_h)
        end

        def clean(value)
          case value
          when String then value.scrub("").delete("\u0000")
          when Array then value.map { |part| clean(part) }
          when Hash then value.to_h { |key, part| [clean(key.to_s), clean(part)] }
          end
        end

        # One parameter that must be text.
        def word(name)
          value = params[name]
          return "" if value.nil?
          raise BadParameter, name unless value.is_a?(String)

          clean(value)
        end

        def page_system
          Stores::Settings::SYSTEMS.include?(word("units_on_page")) ? word("units_on_page") : settings_row.units
        end

        def token
          Rack::Protection::AuthenticityToken.token(request.env["rack.session"])
        end

        def live?
          request.env["HTTP_X_LIVE"] == "1"
        end

        def page(title, says, code)
          status code
          @title = title
          @says = says
          erb :trouble
        end

        def part(view, **locals)
          erb view, layout: false, locals: locals
        end

        # A figure that opens to its arithmetic.
        # @param as [Symbol] how it is read: :quantity, :weight, :volume, :span, or :clock (with start)
        # @param step_g [Numeric] step of the scale a weight is for
        def figure(label, figure, as: :quantity, start: nil, css: "", step_g: 0.1)
          number, unit = read_figure(figure, as, start, step_g)
          part :figure, label: label, number: number, unit: unit, figure: figure, css: css
        end

        def read_figure(figure, as, start, step_g)
          return ["unknown", ""] unless figure.known? || figure.early

          case as
          when :weight then wording.weight(figure.value, resolution_g: step_g)
          when :volume then wording.volume(figure.value)
          when :span then [wording.span(figure.early, figure.late), ""]
          when :clock then [wording.clock_span(start, figure.early, figure.late), ""]
          else wording.quantity_pair(figure.value, figure.unit)
          end
        end

        # What the keys of this screen do, for the ? dialog.
        def screen_keys
          [["/", "find a job, sheet or cup"], ["?", "show these keys"], *(@keys || [])]
        end

        def current_door?(path)
          request.script_name == path || (path == "/" && request.script_name.empty?)
        end
      end
    end
  end
end
