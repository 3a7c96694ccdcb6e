from django.urls import path

from .views import Bin, OneInBin

urlpatterns = [
    path("bin", Bin.as_view()),
    path("bin/<str:kind>/<int:pk>", OneInBin.as_view()),
]
