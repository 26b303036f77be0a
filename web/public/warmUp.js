// The first time that is put into words costs a browser some 60 ms, for reading its tables of languages and zones: they
// are read while the scripts of the page are still on their way.
new Intl.DateTimeFormat(navigator.language, { weekday: 'long', day: 'numeric', month: 'long', hour: 'numeric' })
