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
  # Shipped file => what it is a copy of.
  OWN = %w[mark.svg icon-192.png icon-512.png].to_h { |name| [name, name] }.freeze
  # Shipped file => what builds it, and every file it is made from.
  BUILT = { "dakren.css" => [:stylesheet, STYLE_SOURCES], "dakren.js" => [:scripts, %w[app/assets/scripts/*.js]] }.freeze
  RECORD = File.join(OUT, "sources.json")

  module_function

  def build
    abort "Run `npm install` first: the fonts and scripts are copied from node_modules." unless Dir.exist?(MODULES)

    FileUtils.mkdir_p(File.join(OUT, "fonts"))
    COPIED.each { |to, from| FileUtils.cp(File.join(MODULES, from), File.join(OUT, to)) }
    OWN.each { |name, source| FileUtils.cp(source_of(source), File.join(OUT, name)) }
    BUILT.each { |name, (how, _)| public_send(how, File.join(OUT, name)) }
    File.write(RECORD, "#{JSON.pretty_generate(record)}\n")
  end

  # @return [Array<String>] what is not as its sources say
  def stale
    wrong = OWN.reject { |name, source| same?(source_of(source), File.join(OUT, name)) }.keys
    kept = JSON.parse(File.read(RECORD))
    wrong += record.reject { |name, digest| kept[name] == digest }.keys
    wrong += BUILT.keys.reject { |name| fresh?(name) } if Dir.exist?(MODULES)
    wrong.uniq
  end

  # Shipped files by digest, and what they were made from: the packages' versions, and every file that is built from.
  def record
    shipped = (COPIED.keys + BUILT.keys).to_h { |name| [name, Digest::SHA256.file(File.join(OUT, name)).hexdigest] }
    shipped.merge("package.json" => Digest::SHA256.file(File.join(ROOT, "package.json")).hexdigest,
      **BUILT.to_h { |name, (_, sources)| ["sources of #{name}", digest_of(sources)] })
  end

  def digest_of(patterns)
    files = Dir[*patterns.map { |pattern| File.join(ROOT, pattern) }].sort
    Digest::SHA256.hexdigest(files.map { |file| File.binread(file) }.join("\0"))
  end

  def source_of(name)
    File.join(ROOT, "app", "assets", name)
  end

  def stylesheet(to)
    ok = system(File.join(MODULES, ".bin", "tailwindcss"), "-i", File.join(ROOT, "app", "assets", "dakren.css"), "-o", to, "--minify",
      chdir: ROOT, err: File::NULL)
    raise "the stylesheet could not be built" unless ok
  end

  # One file of all modules, for browsers of the last three years; nothing of it is seen from outside.
  def scripts(to)
    ok = system(File.join(MODULES, ".bin", "esbuild"), source_of("scripts/main.js"), "--bundle", "--format=iife", "--target=es2022",
      "--charset=utf8", "--minify", "--outfile=#{to}", "--log-level=error", chdir: ROOT)
    raise "the scripts could not be built" unless ok
  end

  # Built anew where the packages are at hand; elsewhere the record of its sources has to do.
  def fresh?(name)
    Dir.mktmpdir do |dir|
      built = File.join(dir, name)
      public_send(BUILT.fetch(name).first, built)
      same?(built, File.join(OUT, name))
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
