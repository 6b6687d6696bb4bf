# frozen_string_literal: true

require_relative "kind"

# As they are offered: the commonest first.
%w[coat flood seal floor cast cups laminate
  infusion scarf primer bond bead fillet fill wrap].each { |name| require_relative "kinds/#{name}" }
Dir.glob("kinds/*.rb", base: __dir__).each { |file| require_relative file }
