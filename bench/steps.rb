# frozen_string_literal: true

require "tempfile"

# How many steps the first tasks take on the screens, from the browser specs that do them. A step is something typed in
# one go, a key that is pressed, a click or a file that is picked.
class StepsBench
  SPEC = "spec/browser/first_hour_spec.rb"

  # report: Report.
  def self.run(report)
    Tempfile.create("steps") do |file|
      given = { "COBALT_STEPS" => file.path, "RACK_ENV" => "test" }
      system(given, "bundle", "exec", "rspec", SPEC,
             out: File::NULL) or report.figure("the specs failed", "see #{SPEC}")
      File.foreach(file.path) do |line|
        task, steps, aim = JSON.parse(line).values_at("task", "steps", "aim")
        report.figure(task, "#{steps} steps (aim: #{aim})")
      end
    end
  end
end
