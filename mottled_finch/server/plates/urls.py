from django.urls import path

from .views import Export, OnePlate, PlateRecipe, Plates, Redo, Undo

urlpatterns = [
    path("plates", Plates.as_view()),
    path("plates/<int:pk>", OnePlate.as_view()),
    path("plates/<int:pk>/recipe", PlateRecipe.as_view()),
    path("plates/<int:pk>/undo", Undo.as_view()),
    path("plates/<int:pk>/redo", Redo.as_view()),
    path("plates/<int:pk>/export.<str:ending>", Export.as_view()),
]
