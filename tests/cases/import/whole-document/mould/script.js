dial('.clock')
