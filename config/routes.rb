# frozen_string_literal: true

Rails.application.routes.draw do
  root "models#index"
  get "up" => "rails/health#show"

  resource :person, only: :update
  resource :other_names, only: :update
  resources :connections, only: %i[index show create update destroy] do
    resource :sign_in, only: %i[create destroy]
    resource :listing, only: :create
    resources :takings, only: %i[new create]
  end
  resources :takings, only: :update
  resources :practice_servers, only: %i[create update destroy]
  resources :questionnaires, only: %i[show create]
  resources :intakes, only: :create
  resources :readings, only: %i[new create]
  resource :reading_list, only: :create
  resources :publications, only: :show
  resources :runs, only: :show do
    resource :database, only: :show
    resource :stop, only: :create
    resource :log, only: :show, controller: "run_logs"
    resource :running, only: %i[create update destroy]
    resource :undo, only: :show, controller: "undo_scripts"
  end

  resources :standards, only: :index
  resources :lexicons, only: %i[create show] do
    resources :entries, only: %i[index create edit update destroy], controller: "lexicon_entries"
    resource :sheet, only: %i[show create update], controller: "lexicon_sheets"
    resource :round_trip, only: :show
    resource :version, only: %i[show new create update]
  end
  resources :rulebooks, only: %i[create show] do
    resources :rules, only: :update
    resource :version, only: %i[show new create update]
  end

  resources :reviews, only: :show do
    resources :comments, only: %i[create update], controller: "review_comments"
  end
  resources :projects, only: %i[create update destroy]
  resources :model_files, only: :create
  resources :platforms, only: %i[index show]
  resources :models, only: %i[index create show update destroy] do
    resources :readings, only: %i[new create]
    resources :joinings, only: %i[show update]
    resource :copy, only: :create
    resource :recovery, only: :create
    resource :picture, only: :show
    resource :file, only: :show, controller: "model_files"
    resource :naming, only: %i[show create], controller: "naming"
    resource :compliance, only: :show
    resource :round_trip, only: :show
    resource :learning, only: %i[show create]
    resource :physical_name, only: :show
    resources :known_words, only: %i[new create]
    resource :word_list, only: :create
    resources :diagrams, only: %i[show create destroy] do
      resource :layout, only: :create
      resource :move, only: :create
      resource :arrangement, only: :create
      resource :trace, only: :create
      resource :path, only: :show
      resource :placement, only: %i[create destroy]
      resource :bodies, only: :show
      resource :export, only: :show
      resource :print, only: :show
    end
    resources :ledgers, only: :show do
      resource :stretch, only: :show
      resource :sheet, only: %i[show create update]
    end
    resource :prose, only: %i[show create], controller: "prose"
    resources :sentences, only: :update
    resources :elements, only: %i[show create update destroy] do
      resource :editor, only: :show
      resource :impact, only: :show
      resource :history, only: %i[show update]
      resource :identifier_rank, only: :update
    end
    resource :several, only: :update, controller: "several"
    resources :custom_values, only: :update
    resources :cells, only: :update
    resources :foreign_keys, only: :index
    resources :origins, only: :show, constraints: { id: %r{[^/]+} }
    resources :orders, only: :create
    resources :pastes, only: :create
    resources :lines, only: :create
    resources :clips, only: %i[index create]
    resources :transformations, only: %i[new create]
    resources :findings, only: :index do
      resource :fix, only: %i[new create]
      resource :aside, only: %i[create destroy]
    end
    resources :finds, only: :index
    resource :search, only: :show
    resources :designs, only: %i[index create update destroy] do
      resource :script, only: :show
      resources :recipes, only: %i[create update destroy]
      resources :pieces, only: :create
      resources :selections, only: :create
      resources :edits, only: %i[new create]
      resources :reviews, only: :create
      resource :rederivation, only: %i[show create]
      resource :choices, only: %i[show update]
      resources :type_rules, only: %i[create destroy]
      resource :conversion, only: %i[show create]
      resource :alteration, only: :show
      resources :answers, only: :create
      resources :states, only: :create
      resource :source, only: %i[create update]
      resources :preparations, only: :create
      resources :trials, only: :create
      resources :decisions, only: %i[index update destroy], constraints: { id: %r{[^/]+}, decision_id: %r{[^/]+} } do
        resource :sending, only: %i[show create]
      end
      resources :proofs, only: %i[index create]
    end
    resource :journal, only: :show do
      resources :entries, only: :show, controller: "journal_entries"
    end
    resources :comparisons, only: %i[index create show update destroy] do
      resource :choosing, only: :update, controller: "choosing"
      resources :matches, only: %i[index update]
      resource :drawing, only: :show, controller: "compared_drawings"
      resource :merge, only: %i[show create]
      resource :report, only: :show, controller: "comparison_reports"
    end
    resources :milestones, only: %i[index create show update] do
      resource :restoration, only: :create
    end
    resource :starter, only: %i[new create]
    resources :extracts, only: :show
    resources :questions, only: %i[index show create destroy]
    resources :sweeps, only: %i[index show create update destroy] do
      resources :conditions, only: %i[create update destroy]
      resource :sweep_change, only: %i[show create]
    end
    resources :dossiers, only: %i[index show create update destroy] do
      resources :chapters, only: %i[create update destroy]
      resources :dossier_diagrams, only: :update
      resources :publications, only: :create
    end
    resource :undo, only: :create
    resource :redo, only: :create
    resource :news, only: :show
  end
end
