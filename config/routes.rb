# frozen_string_literal: true

Rails.application.routes.draw do
  root "models#index"

  resource :person, only: :update
  resources :intakes, only: :create
  resources :runs, only: :show do
    resource :database, only: :show
  end

  resources :models, only: %i[index create show] do
    resources :diagrams, only: :show do
      resource :layout, only: :create
      resource :move, only: :create
    end
    resources :ledgers, only: :show
    resources :elements, only: %i[show create update destroy]
    resources :cells, only: :update
    resources :pastes, only: :create
    resources :lines, only: :create
    resources :finds, only: :index
    resources :designs, only: %i[index create] do
      resource :script, only: :show
      resources :proofs, only: %i[index create]
    end
    resource :journal, only: :show
    resource :undo, only: :create
    resource :redo, only: :create
  end
end
