# frozen_string_literal: true

require_relative "room"

module Dakren
  module Rooms
    # Copies of the shop and the way back, beside the settings: made, taken away to another disk, brought, put back.
    class Copying < Room
      at "/copies"

      WHERE = "/settings#copies"

      post "/" do
        made = Stores::Backup.make(Stores::Database.path, copies.fresh("asked"))
        told("Copied: #{CopiesPage.counted(made.counts)}. Take it to another disk below.")
      rescue Stores::Backup::Failed => e
        told(e.message)
      end

      get %r{/(dakren-[\w-]{1,60}\.sqlite3)} do |name|
        found = named(name)
        content_type "application/vnd.sqlite3"
        headers "content-disposition" => "attachment; filename=\"#{name}\""
        large(File.open(found.path, "rb"), found.bytes)
      end

      # Which one, and "yes" to what it replaces.
      post "/back" do
        found = named(word("name"))
        put_back(found.path)
      end

      post "/bring" do
        file = params["file"]
        next told("Choose the copy to put back first.") unless file.is_a?(Hash) && file[:tempfile].respond_to?(:path)

        put_back(file[:tempfile].path)
      end

      helpers do
        # Damaged or not, a copy can be put back.
        def writes?
          super && !%w[/back /bring].include?(request.path_info)
        end

        def copies
          Stores::Copies.of(Stores::Database.path)
        end

        def named(name)
          copies.all.find { |one| File.basename(one.path) == name } || not_found
        end

        # Asked once more, since it replaces everything.
        def put_back(path)
          return told("Tick that everything as it stands now is to be replaced: it is kept as a copy.") unless word("sure") == "yes"

          done = Stores::Database.put_back(path)
          told("Put back: #{CopiesPage.counted(done.counts)}. What stood there before is among the copies.")
        rescue Stores::Backup::Failed => e
          told(e.message.gsub(path, "This file"))
        end

        def told(says)
          request.env["rack.session"]["copies_told"] = says[0, 600]
          redirect WHERE, 303
        end
      end
    end
  end
end
