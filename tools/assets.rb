# frozen_string_literal: true

require "digest"
require "fileutils"
require "json"
require "tmpdir"

# Builds public/assets from its sources, and tells whether what is committed is fresh.
module Assets
  ROOT = File.expand_path("..", __dir__)
  OUT = File.join(ROOT, "public", "assets")
  MODULES = File.join(ROOT, "node_modules")
  # Shipped file => package file it is copied from.
  COPIED = {
    "alpine.js" => "@alpinejs/csp/dist/cdn.min.js",
    "idiomorph.js" => "idiomorph/dist/idiomorph.min.js",
    "fonts/next.woff2" => "@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2",
    "fonts/mono.woff2" => "@fontsource-variable/atkinson-hyperlegible-mono/files/atkinson-hyperlegible-mono-latin-wght-normal.woff2",
    "fonts/bricolage.woff2" => "@fontsource-variable/bricolage-grotesque/files/bricolage-grotesque-latin-wght-normal.woff2",
    "fonts/LICENSE-next.txt" => "@fontsource-variable/atkinson-hyperlegible-next/LICENSE",
    "fonts/LICENSE-mono.txt" => "@fontsource-variable/atkinson-hyperlegible-mono/LICENSE",
    "fonts/LICENSE-bricolage.txt" => "@fontsource-variable/bricolage-grotesque/LICENSE"
  }.freeze
  STYLE_SOURCES = %w[app/assets/dakren.css app/assets/styles/*.css app/rooms/*.rb app/rooms/**/*.erb app/drawings/*.rb].freeze
  # Shipped file => sources it is joined from.
  OWN = { "dakren.js" => %w[live unsent live_form outbox bench card_size lists cure_line drawing everywhere].map do |name|
    "scripts/#{name}.js"
  end,
          "mark.svg" => %w[mark.svg] }.freeze
  RECORD = File.join(OUT, "sources.json")

  module_function

  def build
    abort "Run `npm install` first: the fonts and scripts are copied from node_modules." unless Dir.exist?(MODULES)

    FileUtils.mkdir_p(File.join(OUT, "fonts"))
    COPIED.each { |to, from| FileUtils.cp(File.join(MODULES, from), File.join(OUT, to)) }
    OWN.each { |name, sources| File.binwrite(File.join(OUT, name), joined(sources)) }
    stylesheet(File.join(OUT, "dakren.css"))
    File.write(RECORD, "#{JSON.pretty_generate(record)}\n")
  end

  # @return [Array<String>] what is not as its sources say
  def stale
    wrong = OWN.reject { |name, sources| File.binread(File.join(OUT, name)) == joined(sources) }.keys
    kept = JSON.parse(File.read(RECORD))
    wrong += record.reject { |name, digest| kept[name] == digest }.keys
    wrong << "dakren.css" if Dir.exist?(MODULES) && !stylesheet_fresh?
    wrong
  end

  # Shipped files by digest, and what they were made from: the packages' versions, and every file the
  # stylesheet takes its classes from.
  def record
    shipped = (COPIED.keys + ["dakren.css"]).to_h { |name| [name, Digest::SHA256.file(File.join(OUT, name)).hexdigest] }
    sources = Dir[*STYLE_SOURCES.map { |pattern| File.join(ROOT, pattern) }].sort.map { |file| File.binread(file) }
    shipped.merge("package.json" => Digest::SHA256.file(File.join(ROOT, "package.json")).hexdigest,
      "sources of dakren.css" => Digest::SHA256.hexdigest(sources.join("\0")))
  end

  def joined(sources)
    sources.map { |source| File.binread(File.join(ROOT, "app", "assets", source)) }.join("\n")
  end

  def stylesheet(to)
    ok = system(File.join(MODULES, ".bin", "tailwindcss"), "-i", File.join(ROOT, "app", "assets", "dakren.css"), "-o", to, "--minify",
      chdir: ROOT, err: File::NULL)
    raise "the stylesheet could not be built" unless ok
  end

  # Built anew where the packages are at hand; elsewhere the record of its sources has to do.
  def stylesheet_fresh?
    Dir.mktmpdir do |dir|
      built = File.join(dir, "dakren.css")
      stylesheet(built)
      same?(built, File.join(OUT, "dakren.css"))
    end
  end

  def same?(one, other)
    File.exist?(other) && File.binread(one) == File.binread(other)
  end
end

if $PROGRAM_NAME == __FILE__
  case ARGV.first
  when "build" then Assets.build
  when "check"
    stale = Assets.stale
    abort "Not fresh, run bin/assets: #{stale.join(", ")}" unless stale.empty?
    puts "Assets are fresh."
  else abort "usage: bin/assets [build|check]"
  end
end
