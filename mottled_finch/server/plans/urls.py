from django.urls import path

from .views import HistoryOfPlan, MadeFile, OnePlan, OneRun, Plans, RedoPlan, Runs, UndoPlan

urlpatterns = [
    path("plans", Plans.as_view()),
    path("plans/<int:pk>", OnePlan.as_view()),
    path("plans/<int:pk>/undo", UndoPlan.as_view()),
    path("plans/<int:pk>/redo", RedoPlan.as_view()),
    path("plans/<int:pk>/history", HistoryOfPlan.as_view()),
    path("plans/<int:pk>/runs", Runs.as_view()),
    path("plans/<int:pk>/runs/<int:run>", OneRun.as_view()),
    path("plans/<int:pk>/runs/<int:run>/files/<int:place>", MadeFile.as_view()),
]
