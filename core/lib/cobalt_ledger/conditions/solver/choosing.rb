# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Terms for what is picked from many: of all the values that no condition tells apart, as many as may have to
      # differ.
      module Choosing
        # Options of which all are told apart although none is named.
        FEW = 6

        module_function

        # A value among the options of a choice field: Terms::Pick.
        def option(world, key, field) = Terms::Pick.among(world, options(world, key, field))

        # People: those the conditions name, and of those whom nothing tells apart as many as may have to differ.
        def people(world, key, filled: false)
          linked = world.vocabulary.linked(key)
          asking = world.free?([:user]) || !linked.include?([:user]) ? [] : [world.base.user_id].grep(String)
          members, attributes = world.vocabulary.standing
          alike =
            world.directory.alike(
              members.map { |member| [member.kind, member.id] }, linked.include?([:user]) ? attributes : []
            )
          named = world.vocabulary.named(key).select { |id| world.directory.find(:user, id) }
          count = linked.size + named.size
          Terms::Pick.among(
            world, (named + asking + alike.flat_map { |users| users.first(count).map(&:id) }).uniq, filled: filled
          )
        end

        # The options that conditions name, with one for all others; all of them where fields are compared.
        def options(world, key, field)
          all = field.options.map(&:id)
          return all unless world.vocabulary.alone?(key)

          named = all & world.vocabulary.named(key)
          named + (all - named).first(1)
        end
        private_class_method :options

        # The options taken in a field of several: Terms::Several.
        def several(world, key, field)
          all = field.options.map(&:id)
          found = all.size <= FEW || !world.vocabulary.alone?(key) ? all : options(world, key, field)
          Terms::Several.new(found.to_h { |option| [option, world.search.variable] })
        end

        # Numbers of records: those named, and others in the form in which they are given. What is compared with each
        # other takes the same ones.
        def records(world, key)
          linked = world.vocabulary.linked(key)
          Terms::Pick.among(
            world,
            world.once([:records, linked.min_by(&:inspect)]) do
              named = world.vocabulary.named(key)
              numbering = world.numbering(linked)
              others =
                (1..).lazy.map do |number|
                  numbering ? numbering.sub(/#+/) { |marks| number.to_s.rjust(marks.size, "0") } : number.to_s
                end
              named + others.reject { |number| named.include?(number) }.first(linked.size + 1)
            end
          )
        end
      end
    end
  end
end
