from django.urls import path

from .views import Members, OneTable, Tables

urlpatterns = [
    path("tables", Tables.as_view()),
    path("tables/<int:pk>", OneTable.as_view()),
    path("tables/<int:pk>/members", Members.as_view()),
]
