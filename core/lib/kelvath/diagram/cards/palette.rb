# frozen_string_literal: true

module Kelvath
  module Diagram
    # What the names of colours look like on paper.
    module Palette
      INKS = { paper: "#f6f3ec", card: "#fffdf8", ink: "#1d2a35", soft: "#5b6770", hairline: "#d8d1c3",
               wash: "#ece7db", sea: "#0e6e77" }.freeze
      # A person's colours: by day, by night. All keep text readable.
      TINTS = {
        "sand" => %w[#efe0bf #463d26], "straw" => %w[#f6eec0 #444022], "sage" => %w[#dfe8cf #2f3f2a],
        "mint" => %w[#d2ebe0 #1f4238], "sky" => %w[#d5e7f3 #213f54],
        "slate" => %w[#dce2e8 #33414d], "lilac" => %w[#e5dff0 #3b3350], "rose" => %w[#f4dcdc #502f35],
        "clay" => %w[#f1d9c9 #4f3526]
      }.freeze

      module_function

      # The style sheet of a drawing. themed: colours as the page's variables, rather than fixed ones.
      def css(themed: true)
        rules = Ink::STYLES.map { |name, style| ".ink-#{name}{#{declarations(style, themed)}}" }
        tints = TINTS.map { |name, (day, _)| ".tint-#{name}{fill:#{day}}" }
        night = TINTS.map { |name, (_, dark)| "body:not(.print-view) .tint-#{name}{fill:#{dark}}" }
        [ *rules, *tints, *("@media (prefers-color-scheme:dark){#{night.join}}" if themed) ].join("\n")
      end

      def declarations(style, themed)
        colour = ->(name) { name ? (themed ? "var(--color-#{name})" : INKS.fetch(name)) : "none" }
        list = { "fill" => colour[style[:fill]], "stroke" => style[:halo] ? colour[:paper] : colour[style[:stroke]] }
        list["stroke-width"] = style[:halo] ? 4 : style[:width] if style[:width] || style[:halo]
        list["paint-order"] = "stroke" if style[:halo]
        list["stroke-dasharray"] = style[:dash].join(" ") if style[:dash]
        list.merge!(text_declarations(style)) if style[:size]
        list.map { |name, value| "#{name}:#{value}" }.join(";")
      end

      def text_declarations(style)
        { "font-family" => "'#{style[:family] || Ink::SANS}',#{style[:family] ? 'serif' : 'sans-serif'}",
          "font-size" => "#{style[:size]}px", "font-weight" => style[:weight] || 400,
          "font-style" => style[:italic] ? "italic" : nil,
          "text-decoration" => style[:underline] ? "underline" : nil }.compact
      end

      private_class_method :declarations, :text_declarations
    end
  end
end
