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
    "alpine-morph.js" => "@alpinejs/morph/dist/cdn.min.js",
    "fonts/next.woff2" => "@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2",
    "fonts/mono.woff2" => "@fontsource-variable/atkinson-hyperlegible-mono/files/atkinson-hyperlegible-mono-latin-wght-normal.woff2",
    "fonts/bricolage.woff2" => "@fontsource-variable/bricolage-grotesque/files/bricolage-grotesque-latin-wght-normal.woff2",
    "fonts/LICENSE-next.txt" => "@fontsource-variable/atkinson-hyperlegible-next/LICENSE",
    "fonts/LICENSE-mono.txt" => "@fontsource-variable/atkinson-hyperlegible-mono/LICENSE",
    "fonts/LICENSE-bricolage.txt" => "@fontsource-variable/bricolage-grotesque/LICENSE"
  }.freeze
  OWN = %w[dakren.js mark.svg].freeze
  RECORD = File.join(OUT, "sources.json")

  module_function

  def build
    abort "Run `npm ci` first: the fonts and scripts are copied from node_modules." unless Dir.exist?(MODULES)

    FileUtils.mkdir_p(File.join(OUT, "fonts"))
    COPIED.each { |to, from| FileUtils.cp(File.join(MODULES, from), File.join(OUT, to)) }
    OWN.each { |name| FileUtils.cp(File.join(ROOT, "app", "assets", name), File.join(OUT, name)) }
    stylesheet(File.join(OUT, "dakren.css"))
    File.write(RECORD, "#{JSON.pretty_generate(record)}\n")
  end

  # @return [Array<String>] what is not as its sources say
  def stale
    wrong = OWN.reject { |name| same?(File.join(ROOT, "app", "assets", name), File.join(OUT, name)) }
    kept = JSON.parse(File.read(RECORD))
    wrong += record.reject { |name, digest| kept[name] == digest }.keys
    wrong + (stylesheet_fresh? ? [] : ["dakren.css"])
  end

  # Shipped copies by digest, and the versions of the packages they came from.
  def record
    COPIED.keys.to_h { |name| [name, Digest::SHA256.file(File.join(OUT, name)).hexdigest] }
          .merge("package.json" => Digest::SHA256.file(File.join(ROOT, "package.json")).hexdigest)
  end

  def stylesheet(to)
    require "tailwindcss/ruby"
    ok = system(Tailwindcss::Ruby.executable, "-i", File.join(ROOT, "app", "assets", "dakren.css"), "-o", to, "--minify", chdir: ROOT, err: File::NULL)
    raise "the stylesheet could not be built" unless ok
  end

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
