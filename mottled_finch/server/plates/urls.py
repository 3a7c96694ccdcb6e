from django.urls import path

from .views import (
    Export,
    GiveUp,
    HistoryOfPlate,
    OnePicture,
    OnePlate,
    Others,
    Pictures,
    PlateRecipe,
    PlateRecords,
    PlateRecordsFile,
    Plates,
    Redo,
    Statement,
    TableMatrix,
    Targets,
    Undo,
)

urlpatterns = [
    path("plates", Plates.as_view()),
    path("plates/<int:pk>", OnePlate.as_view()),
    path("plates/<int:pk>/recipe", PlateRecipe.as_view()),
    path("plates/<int:pk>/undo", Undo.as_view()),
    path("plates/<int:pk>/redo", Redo.as_view()),
    path("plates/<int:pk>/others", Others.as_view()),
    path("plates/<int:pk>/history", HistoryOfPlate.as_view()),
    path("pictures", Pictures.as_view()),
    path("pictures/<str:digest>", OnePicture.as_view()),
    path("plates/<int:pk>/give-up", GiveUp.as_view()),
    path("plates/<int:pk>/records", PlateRecords.as_view()),
    path("plates/<int:pk>/records.csv", PlateRecordsFile.as_view()),
    path("tables/<int:pk>/statement", Statement.as_view()),
    path("tables/<int:pk>/matrix", TableMatrix.as_view()),
    path("tables/<int:pk>/targets", Targets.as_view()),
    path("plates/<int:pk>/export.<str:ending>", Export.as_view()),
]
