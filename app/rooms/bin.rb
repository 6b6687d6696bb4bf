# frozen_string_literal: true

require_relative "room"
require_relative "../stores/bin"

module Dakren
  module Rooms
    # The bin: jobs and photographs that were deleted, for thirty days.
    class Bin < Room
      at "/bin", within: "/"

      get "/" do
        @title = "Bin"
        erb :"bin/page", locals: { page: BinPage.new(wording, zone) }
      end

      post %r{/jobs/(\d{1,15})} do |id|
        job = Stores::Job.find_by(id: id) || not_found
        Stores::Bin.put(job, by: by)
        redirect "/bin##{job.id}", 303
      end

      post %r{/jobs/(\d{1,15})/back} do |id|
        job = Stores::Job.find_by(id: id) || not_found
        if job.state == Stores::Bin::GONE
          halt page("It is gone", "It lay in the bin for #{Stores::Bin::DAYS} days. Its batches stand in the book.", 410)
        end

        Stores::Bin.take_back(job)
        redirect "/jobs/#{job.id}", 303
      end

      post %r{/pictures/(\d{1,15})} do |id|
        Stores::Bin.put(picture(id), by: by)
        redirect "/bin", 303
      end

      post %r{/pictures/(\d{1,15})/back} do |id|
        found = picture(id)
        Stores::Bin.take_back(found)
        redirect BinPage.where_is(found), 303
      end

      get %r{/pictures/(\d{1,15})} do |id|
        show_picture(picture(id))
      end

      helpers do
        def picture(id)
          Stores::Picture.find_by(id: id) || not_found
        end
      end
    end
  end
end
