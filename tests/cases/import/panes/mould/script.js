const stop = document.querySelector(".stop")
stop.title = "a < b"
