javac -d .out $(find src -name '*.java') && java -ea -cp .out search.SheetSearchTest; code=$?; rm -rf .out; exit $code
