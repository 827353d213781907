# What a source of Ruby loads: each class and module with its own methods, a line each; and whether it fails.
# usage: ruby load.rb FOLDER... FILE
*folders, file = ARGV
$LOAD_PATH.unshift(*folders.map { |one| File.expand_path(one) })
known = ObjectSpace.each_object(Module).to_a
begin
  load file
rescue Exception => e
  puts "#{e.class}: #{e.message.lines.first.to_s.strip[0, 120].gsub(Dir.pwd, '')}"
  exit 1
end
names = (ObjectSpace.each_object(Module).to_a - known).map do |one|
  next unless Module.instance_method(:name).bind(one).call
  own = one.instance_methods(false).size + one.private_instance_methods(false).size + one.singleton_methods(false).size
  "#{Module.instance_method(:name).bind(one).call} #{own}"
end
puts names.compact.reject { |one| one.start_with?("#<") }.sort
