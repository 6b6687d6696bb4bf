# frozen_string_literal: true

# Counts where walls are crossed, so that a change can show what became of them: ruby tools/walls.rb [--list WHAT]
require_relative "../app/boot"

# What is counted, and how.
module Walls
  ROOT = File.expand_path("..", __dir__)
  # More than these a class does not answer of its own.
  MOST_ANSWERS = 15
  NUMBER = /\A\s+[A-Z][A-Z_0-9]+ = (?:.*[^\w.])?-?\d+[.\d_e-]*/
  # Units a physical constant ends in.
  PHYSICAL = /\A\s+[A-Z][A-Z_0-9]*_(?:C|K|MM|M2|G|ML|MIN|S|H|J_G|KJ_MOL|W_MK|W_M2K|G_ML|G_M2|PCT|SHARE|MPA|C_H|MJ_M3K|G_MIN|M2_MIN|DEG) = /

  module_function

  def files(*patterns)
    patterns.flat_map { |pattern| Dir[File.join(ROOT, pattern)] }.sort
  end

  # @return [Array<String>] "file:line: what stands there"
  def lines(files, pattern)
    files.flat_map do |file|
      File.readlines(file).each_with_index.filter_map do |line, i|
        code = line.sub(/(?:\A|\s)#(?!\{).*/, "")
        "#{file.delete_prefix("#{ROOT}/")}:#{i + 1}: #{code.strip}" if code.match?(pattern)
      end
    end
  end

  # Keys of fields built by hand outside the document.
  def keys
    names = [Dakren::Document::Fields::TASK, Dakren::Document::Fields::PLACE, Dakren::Document::Fields::SHAPE].flat_map(&:keys)
      .reject { |name| name.start_with?("m_") }
    built = /#\{[\w.@]*(?:id|key|task|place|shape)\}-?(?:#{names.join("|")}\b|#\{\w+\}_)|"[pc]\d-\w|end_with\?\("-\w/
    lines(files("app/**/*.{rb,erb}").reject { |file| file.include?("/app/document/") }, built)
  end

  # What asks of which type something is, outside geometry.
  def types
    lines(files("core/**/*.rb", "app/rooms/**/*.rb", "app/drawings/**/*.rb").reject { |file| file.include?("/core/dakren/geometry/") },
      /is_a\?\((?:Geometry|Work|Plan|Measure|Cure)|when (?:Geometry|Work|Plan|Measure|Cure)::|(?:Geometry|Work)::\w+ ===/)
  end

  # Physical constants with no line above them that says where they come from.
  def sources
    files("core/**/*.rb").flat_map do |file|
      text = File.readlines(file)
      text.each_index.select { |i| text[i].match?(PHYSICAL) && !said?(text, i) }
        .map { |i| "#{file.delete_prefix("#{ROOT}/")}:#{i + 1}: #{text[i].strip}" }
    end
  end

  # Does the line above say where it comes from, or the one above all that stand together?
  def said?(text, index)
    index -= 1 while text[index - 1].match?(/\A\s+[A-Z][A-Z_0-9]* = /)
    text[index - 1].match?(/\A\s+#/)
  end

  # What any value answers.
  ALIKE = %i[== eql? hash to_s].freeze

  # Classes of the core and of pages that answer more than they should: methods of their own, beside the parts they were made of.
  def faces
    classes.filter_map do |one, file|
      made_of = one.respond_to?(:members) ? one.members : one.instance_method(:initialize).parameters.map(&:last)
      own = one.public_instance_methods(false) - made_of - ALIKE
      "#{file}: #{one.name} answers #{own.size}" if own.size > MOST_ANSWERS
    end
  end

  def classes
    ours = ObjectSpace.each_object(Class).select { |one| one.name.to_s.start_with?("Dakren::") }
    ours.map { |one| [one, home(one)] }.select { |_, file| file.start_with?("core/", "app/rooms/pages/") }
      .sort_by { |one, file| [file, one.name] }
  end

  # The file most of its methods stand in.
  def home(one)
    one.public_instance_methods(false).filter_map { |name| one.instance_method(name).source_location&.first }.tally.max_by(&:last)
      &.first.to_s.delete_prefix("#{ROOT}/")
  end

  # Names scripts share without saying so.
  def globals
    lines(files("app/assets/scripts/*.js"), /window\.\w+ =|\bglobalThis\b/)
  end

  # What takes a connection for as long as its thread lives: others wait for it.
  def connections
    lines(files("app/**/*.rb"), /Base\.(?:lease_)?connection\b/)
  end

  def large
    files("{app,core,test,tools}/**/*.{rb,erb,js,css}").filter_map do |file|
      count = File.foreach(file).count
      "#{file.delete_prefix("#{ROOT}/")}: #{count} lines" if count > 350
    end
  end

  ALL = { "keys of fields built by hand" => :keys, "type tests outside geometry" => :types, "constants without a source" => :sources,
          "classes that answer more than #{MOST_ANSWERS}" => :faces, "names scripts share" => :globals,
          "connections kept by a thread" => :connections, "files over 350 lines" => :large }.freeze
end

if $PROGRAM_NAME == __FILE__
  wanted = ARGV.first == "--list" ? ARGV[1].to_s : nil
  Walls::ALL.each do |what, count|
    found = Walls.public_send(count)
    puts format("%5d  %s", found.size, what)
    puts(found.map { |line| "         #{line}" }) if wanted && what.include?(wanted)
  end
end
