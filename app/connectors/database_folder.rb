# frozen_string_literal: true

# The folder whose SQLite files connections may reach, by their names: KELVATH_DATABASE_FOLDER, or storage/databases.
# Plain Ruby.
module DatabaseFolder
  ROOT = File.expand_path("../..", __dir__)

  module_function

  def path = ENV.fetch("KELVATH_DATABASE_FOLDER") { File.join(ROOT, "storage/databases") }

  # Names of the files in it.
  def names
    Dir.children(path).select { |name| name.match?(/\A[^.]/) && File.file?(File.join(path, name)) }
       .grep_v(/-(?:wal|shm|journal)\z/).sort
  rescue Errno::ENOENT
    []
  end

  # The path of one of them. Raises Kelvath::Error for anything else: other folders, links that lead out of it, devices.
  def file(name)
    known = names.find { |each| each == name }
    found = known && File.realpath(File.join(path, known))
    return found if found&.start_with?("#{File.realpath(path)}/") && File.file?(found)

    raise Kelvath::Error, "There is no database file “#{name.to_s[0, 80]}” in #{path}; only files in that folder are " \
                          "reached. Whoever runs Kelvath can name another in KELVATH_DATABASE_FOLDER."
  end
end
