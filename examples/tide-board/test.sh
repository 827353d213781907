javac -d .out $(find src -name '*.java') && cp -r src/main/resources/. .out && java -ea -cp .out desk.TideDeskTest; code=$?; rm -rf .out; exit $code
