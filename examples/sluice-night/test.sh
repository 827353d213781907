javac -d .out $(find src -name '*.java') && java -ea -cp .out sluice.NightTest; code=$?; rm -rf .out; exit $code
