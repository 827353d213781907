javac -d .out $(find src -name "*.java") && java -ea -cp .out ferry.SailingTest; code=$?; rm -rf .out; exit $code
